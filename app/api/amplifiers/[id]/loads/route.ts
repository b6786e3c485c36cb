import { newIdOf, loadSchema, type LoadDraft } from "@/records";
import { gone, keptAnswer, readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { noteLoad } from "@/server/logged";
import { writableDatabase } from "@/server/records";
import { addLoad, findAmplifier } from "@/store";

type Context = { params: Promise<{ id: string }> };

/** Adds a set of dummy loads to an amplifier. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id: amplifierId } = await params;
    const draft = await readForm<LoadDraft>(loadSchema, request);
    const db = await writableDatabase();
    if (!(await findAmplifier(db, amplifierId))) gone();
    const { id, revision } = await db.transaction(async (trx) => {
      const load = await addLoad(trx, amplifierId, draft, newIdOf(request));
      await noteLoad(trx, [amplifierId], load);
      return load;
    });
    return keptAnswer(db, amplifierId, { id, revision }, 201);
  });
