import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import type { LogEntry, LogEntryDraft } from "@/records";

type LogRow = {
  id: string;
  amplifier_id: string;
  at: string;
  kind: LogEntry["kind"];
  text: string;
  celsius: number | null;
  is_struck: number;
};

/** What was written into an amplifier's logbook, oldest first. */
export const listLog = async (db: Knex, amplifierId: string): Promise<LogEntry[]> =>
  (
    await db<LogRow>("log_entries")
      .where({ amplifier_id: amplifierId })
      .orderBy("at")
      .orderByRaw("rowid")
  ).map(({ amplifier_id, is_struck, ...row }) => ({
    ...row,
    amplifierId: amplifier_id,
    isStruck: is_struck === 1,
  }));

/**
 * Rejects when there is no such amplifier.
 * @param id made by who adds it, so that adding it once more after a lost answer is no second line
 */
export const addLogEntry = async (
  db: Knex,
  amplifierId: string,
  { isStruck, ...draft }: LogEntryDraft,
  id: string = randomUUID(),
): Promise<string> => {
  await db("log_entries")
    .insert({ ...draft, id, amplifier_id: amplifierId, is_struck: isStruck ? 1 : 0 })
    .onConflict("id")
    .ignore();
  return id;
};

/** Takes a line back, or puts it back. @returns false when there is no such line */
export const strikeLogEntry = async (db: Knex, id: string, isStruck: boolean): Promise<boolean> =>
  (await db("log_entries")
    .where({ id })
    .update({ is_struck: isStruck ? 1 : 0 })) > 0;
