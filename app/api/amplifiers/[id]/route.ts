import { amplifierSchema, type AmplifierDraft } from "@/records";
import { gone, keptAnswer, readForm, revisionOf } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { changeAmplifier, deleteAmplifier } from "@/store";

type Context = { params: Promise<{ id: string }> };

/** Changes what is written down of an amplifier. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const draft = await readForm<AmplifierDraft>(amplifierSchema, request);
    const db = await writableDatabase();
    return keptAnswer(db, id, { id, revision: revisionOf(await changeAmplifier(db, id, draft)) });
  });

/** Takes an amplifier off the shelf; it can be brought back for a while. */
export const DELETE = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const db = await writableDatabase();
    if (!(await deleteAmplifier(db, (await params).id, new Date()))) gone();
    return keptAnswer(db, null, {});
  });
