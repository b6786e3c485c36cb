import { revalidatePath } from "next/cache";
import { guarded, refuse } from "@/server/guard";
import { database } from "@/server/records";
import { runSchema, validated, type RunDraft } from "@/records";
import { addRun, captures, dataFolder, findAmplifier } from "@/store";

/** Stores a run whose captures have been uploaded before. */
export const POST = (
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> =>
  guarded(request, async () => {
    const input: unknown = await request.json().catch(() => null);
    const checked = await validated<RunDraft>(runSchema as never, input);
    if (!checked.ok)
      return refuse(400, `The run cannot be stored: ${Object.values(checked.errors)[0]}`);
    const missing = checked.value.captures.find(
      ({ sha256 }) => !captures.has(dataFolder(), sha256),
    );
    if (missing)
      return refuse(400, `The recording ${missing.fileName} has not arrived. Try again.`);
    const db = await database();
    const { id } = await params;
    if (!(await findAmplifier(db, id)))
      return refuse(404, "This amplifier is no longer on the shelf.");
    const run = await addRun(db, id, checked.value, new Date().toISOString());
    revalidatePath("/", "layout");
    return Response.json({ id: run.id }, { status: 201 });
  });
