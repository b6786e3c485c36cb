import { loadSchema, type LoadDraft } from "@/records";
import { gone, keptAnswer, readForm, revisionOf } from "@/server/answers";
import { guarded } from "@/server/guard";
import { noteLoad, noteLoadGone } from "@/server/logged";
import { writableDatabase } from "@/server/records";
import { changeLoad, deleteLoad, listLoads, usersOfLoad } from "@/store";

type Context = { params: Promise<{ id: string }> };

/** Changes a set of loads, for all amplifiers that are measured with it. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const draft = await readForm<LoadDraft>(loadSchema, request);
    const db = await writableDatabase();
    // Together, so that no load is changed without its line in the logbook of each amplifier that is measured with it.
    const revision = await db.transaction(async (trx) => {
      const changed = revisionOf(await changeLoad(trx, id, draft));
      await noteLoad(trx, await usersOfLoad(trx, id), { ...draft, id, revision: changed });
      return changed;
    });
    return keptAnswer(db, null, { id, revision });
  });

/** Takes a set of loads out of the workshop. */
export const DELETE = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const db = await writableDatabase();
    await db.transaction(async (trx) => {
      const load = (await listLoads(trx)).find((each) => each.id === id);
      const users = await usersOfLoad(trx, id);
      if (!(await deleteLoad(trx, id))) gone();
      if (load) await noteLoadGone(trx, users, load);
    });
    return keptAnswer(db, null, {});
  });
