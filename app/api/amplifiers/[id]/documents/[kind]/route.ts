import { DOCUMENTS, type DocumentKind, type DocumentOf } from "@/records";
import { gone, keptAnswer, readForm, revisionOf } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { findAmplifier, keepDocument } from "@/store";

type Context = { params: Promise<{ id: string; kind: string }> };

/** Keeps one of the documents of an amplifier in place of the one before. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id, kind } = await params;
    // A run under way has rules of its own, and a route.
    if (!Object.hasOwn(DOCUMENTS, kind) || kind === "under-way") gone();
    const known = kind as DocumentKind;
    const content = await readForm<DocumentOf<DocumentKind>>(DOCUMENTS[known], request);
    const db = await writableDatabase();
    if (!(await findAmplifier(db, id))) gone();
    return keptAnswer(db, id, { revision: revisionOf(await keepDocument(db, id, known, content)) });
  });
