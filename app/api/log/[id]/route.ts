import { boolean, object } from "yup";
import { gone, keptAnswer, readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { ownerOf, strikeLogEntry } from "@/store";

type Context = { params: Promise<{ id: string }> };

const strikeSchema = object({ isStruck: boolean().required() });

/** Takes a line of the logbook back, or puts it back. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const { isStruck } = await readForm<{ isStruck: boolean }>(strikeSchema, request);
    const db = await writableDatabase();
    if (!(await strikeLogEntry(db, id, isStruck))) gone();
    return keptAnswer(db, await ownerOf(db, "log_entries", id), { id });
  });
