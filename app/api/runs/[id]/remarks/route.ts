import { remarksSchema, type Remarks } from "@/records";
import { gone, keptAnswer, readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { keepRemarks, ownerOf } from "@/store";

type Context = { params: Promise<{ id: string }> };

/** Keeps what the reviewer has to say of a run: struck out, or stopped by something else. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const remarks = await readForm<Remarks>(remarksSchema, request);
    const db = await writableDatabase();
    if (!(await keepRemarks(db, id, remarks))) gone();
    return keptAnswer(db, await ownerOf(db, "runs", id), {});
  });
