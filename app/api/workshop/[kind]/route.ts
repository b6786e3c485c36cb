import { WORKSHOP_DOCUMENTS, type WorkshopKind, type WorkshopOf } from "@/records";
import { gone, keptAnswer, readForm, revisionOf } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { keepWorkshopDocument } from "@/store";

type Context = { params: Promise<{ kind: string }> };

/** Keeps one of the documents of the workshop in place of the one before. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { kind } = await params;
    if (!Object.hasOwn(WORKSHOP_DOCUMENTS, kind)) gone();
    const known = kind as WorkshopKind;
    const content = await readForm<WorkshopOf<WorkshopKind>>(WORKSHOP_DOCUMENTS[known], request);
    const db = await writableDatabase();
    const changed = await keepWorkshopDocument(db, known, content);
    return keptAnswer(db, null, { revision: revisionOf(changed) });
  });
