import { DOCUMENTS, type DocumentKind, type DocumentOf } from "@/records";
import { gone, keptAnswer, readForm, revisionOf } from "@/server/answers";
import { guarded } from "@/server/guard";
import { notingRig } from "@/server/logged";
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
    const revision = await db.transaction(async (trx) => {
      const keep = async () => revisionOf(await keepDocument(trx, id, known, content));
      return known === "rig" ? notingRig(trx, id, keep) : keep();
    });
    return keptAnswer(db, id, { revision });
  });
