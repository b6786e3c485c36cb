import { gone, keptAnswer } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { bringBackAmplifier, removeAmplifier } from "@/store";

type Context = { params: Promise<{ id: string }> };

const GONE =
  "This amplifier is not among the deleted ones: it was restored or removed permanently.";

/** Brings an amplifier that was deleted back to where it was. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const db = await writableDatabase();
    if (!(await bringBackAmplifier(db, id))) gone(GONE);
    return keptAnswer(db, id, { id });
  });

/** Removes one that was deleted with everything that belongs to it, permanently. */
export const DELETE = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const db = await writableDatabase();
    if (!(await removeAmplifier(db, (await params).id))) gone(GONE);
    return keptAnswer(db, null, {});
  });
