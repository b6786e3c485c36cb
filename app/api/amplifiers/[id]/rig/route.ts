import { object, string } from "yup";
import { gone, keptAnswer, readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { notingRig } from "@/server/logged";
import { writableDatabase } from "@/server/records";
import { findAmplifier, takeRig } from "@/store";

type Context = { params: Promise<{ id: string }> };

const chosenSchema = object({ rigId: string().min(1).max(40).required() });

/** Has an amplifier measured with a rig of the workshop; one that is not there yet is made like the present one. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const { rigId } = await readForm<{ rigId: string }>(chosenSchema, request);
    const db = await writableDatabase();
    if (!(await findAmplifier(db, id))) gone();
    await db.transaction((trx) => notingRig(trx, id, () => takeRig(trx, id, rigId)));
    return keptAnswer(db, id, { id: rigId });
  });
