import { underWaySchema, validated, type UnderWay } from "@/records";
import { guarded, refuse } from "@/server/guard";
import { database } from "@/server/records";
import { findAmplifier, keepDocument } from "@/store";

/** Keeps how far the bench has got, so that a run can go on after the page was closed. Screens need not be drawn anew for it. */
export const PUT = (
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> =>
  guarded(request, async () => {
    const checked = await validated(
      underWaySchema as never,
      await request.json().catch(() => null),
    );
    if (!checked.ok) return refuse(400, `This cannot be kept: ${Object.values(checked.errors)[0]}`);
    const db = await database();
    const { id } = await params;
    if (!(await findAmplifier(db, id)))
      return refuse(404, "This amplifier is no longer on the shelf.");
    await keepDocument(db, id, "under-way", checked.value as UnderWay);
    return Response.json({});
  });
