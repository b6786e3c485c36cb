import { amplifierSchema, newIdOf, type AmplifierDraft } from "@/records";
import { keptAnswer, readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { addAmplifier } from "@/store";

/** Puts an amplifier on the shelf. */
export const POST = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const draft = await readForm<AmplifierDraft>(amplifierSchema, request);
    const db = await writableDatabase();
    const now = new Date().toISOString();
    const { id, revision } = await addAmplifier(db, draft, now, newIdOf(request));
    return keptAnswer(db, id, { id, revision }, 201);
  });
