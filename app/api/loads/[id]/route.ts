import { loadSchema, type LoadDraft } from "@/records";
import { gone, keptAnswer, readForm, revisionOf } from "@/server/answers";
import { guarded } from "@/server/guard";
import { loadText, noteLoad } from "@/server/logged";
import { writableDatabase } from "@/server/records";
import { changeLoad, deleteLoad, ownerOf } from "@/store";

type Context = { params: Promise<{ id: string }> };

/** Changes a set of loads. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const draft = await readForm<LoadDraft>(loadSchema, request);
    const db = await writableDatabase();
    const owner = await ownerOf(db, "loads", id);
    const revision = revisionOf(await changeLoad(db, id, draft));
    if (owner) await noteLoad(db, owner, `${id} ${revision}`, loadText(draft));
    return keptAnswer(db, owner, { id, revision });
  });

/** Removes a set of loads. */
export const DELETE = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const db = await writableDatabase();
    const owner = await ownerOf(db, "loads", id);
    if (!(await deleteLoad(db, id))) gone();
    return keptAnswer(db, owner, {});
  });
