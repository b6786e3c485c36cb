import { amplifierSchema, newIdOf, type AmplifierDraft } from "@/records";
import { keptAnswer, readForm } from "@/server/answers";
import { beginAtTheBench } from "@/server/atTheBench";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { addAmplifier, findAmplifier } from "@/store";

/** Puts an amplifier on the shelf. */
export const POST = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const draft = await readForm<AmplifierDraft>(amplifierSchema, request);
    const db = await writableDatabase();
    const now = new Date().toISOString();
    const newId = newIdOf(request);
    const { id, revision } = await db.transaction(async (trx) => {
      const isThere = newId !== undefined && (await findAmplifier(trx, newId)) !== null;
      const added = await addAmplifier(trx, draft, now, newId);
      if (!isThere) await beginAtTheBench(trx, added);
      return added;
    });
    return keptAnswer(db, id, { id, revision }, 201);
  });
