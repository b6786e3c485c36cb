import { setupSchema, type Setup } from "@/records";
import { gone, keptAnswer, readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { recordSetups } from "@/server/setups";

type Context = { params: Promise<{ id: string }> };

/** Fills in the supply and switches of every run that does not record them. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const setup = await readForm<Setup>(setupSchema, request);
    const db = await writableDatabase();
    const count = (await recordSetups(db, id, setup)) ?? gone();
    return keptAnswer(db, id, { count });
  });
