import { logEntrySchema, newIdOf, type LogEntryDraft } from "@/records";
import { gone, keptAnswer, readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { addLogEntry, findAmplifier } from "@/store";

type Context = { params: Promise<{ id: string }> };

/** Writes a line into an amplifier's logbook. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id: amplifierId } = await params;
    const draft = await readForm<LogEntryDraft>(logEntrySchema, request);
    const db = await writableDatabase();
    if (!(await findAmplifier(db, amplifierId))) gone();
    const id = await addLogEntry(db, amplifierId, draft, newIdOf(request));
    return keptAnswer(db, amplifierId, { id }, 201);
  });
