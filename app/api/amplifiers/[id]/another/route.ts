import { newIdOf } from "@/records";
import { gone, keptAnswer } from "@/server/answers";
import { addAnother } from "@/server/brief";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";

type Context = { params: Promise<{ id: string }> };

/** Puts another amplifier like this one on the shelf. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const db = await writableDatabase();
    const now = new Date().toISOString();
    const id = (await addAnother(db, (await params).id, now, newIdOf(request))) ?? gone();
    return keptAnswer(db, null, { id }, 201);
  });
