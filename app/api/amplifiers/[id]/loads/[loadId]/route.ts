import { gone, keptAnswer } from "@/server/answers";
import { guarded } from "@/server/guard";
import { noteLoad } from "@/server/logged";
import { writableDatabase } from "@/server/records";
import { findAmplifier, leaveLoad, listLoads, takeLoad } from "@/store";

type Context = { params: Promise<{ id: string; loadId: string }> };

/** Has an amplifier measured with a load of the workshop. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id, loadId } = await params;
    const db = await writableDatabase();
    const load = (await listLoads(db)).find((each) => each.id === loadId);
    if (!load || !(await findAmplifier(db, id))) return gone();
    await db.transaction(async (trx) => {
      await takeLoad(trx, id, loadId);
      await noteLoad(trx, [id], load);
    });
    return keptAnswer(db, id, { id: loadId });
  });

/** The amplifier is no longer measured with it; it stays in the workshop. */
export const DELETE = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id, loadId } = await params;
    const db = await writableDatabase();
    await leaveLoad(db, id, loadId);
    return keptAnswer(db, id, {});
  });
