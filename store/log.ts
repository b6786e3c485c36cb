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

/** A line as it is written into the logbook of an amplifier. */
export type NewLogEntry = LogEntryDraft & { id: string; amplifierId: string };

/** Rows that go into one statement; each takes a few of the values that one may have. */
const AT_ONCE = 100;

/**
 * Writes lines, each once however often it is sent. Rejects when there is no such amplifier.
 * @param areRewritten a line that is there already takes the new time and text: for what is still being set, and counts as it stands
 *   in the end
 */
export const addLogEntries = async (
  db: Knex,
  entries: readonly NewLogEntry[],
  { areRewritten = false } = {},
): Promise<void> => {
  for (let first = 0; first < entries.length; first += AT_ONCE) {
    const rows = entries
      .slice(first, first + AT_ONCE)
      .map(({ amplifierId, isStruck, ...entry }) => ({
        ...entry,
        amplifier_id: amplifierId,
        is_struck: isStruck ? 1 : 0,
      }));
    const insert = db("log_entries").insert(rows).onConflict("id");
    await (areRewritten ? insert.merge(["at", "text"]) : insert.ignore());
  }
};

/**
 * Writes one line. Rejects when there is no such amplifier.
 * @param id made by who adds it, so that adding it once more after a lost answer is no second line
 */
export const addLogEntry = async (
  db: Knex,
  amplifierId: string,
  draft: LogEntryDraft,
  id: string = randomUUID(),
): Promise<string> => {
  await addLogEntries(db, [{ ...draft, amplifierId, id }]);
  return id;
};

/** Takes a line back, or puts it back. @returns false when there is no such line */
export const strikeLogEntry = async (db: Knex, id: string, isStruck: boolean): Promise<boolean> =>
  (await db("log_entries")
    .where({ id })
    .update({ is_struck: isStruck ? 1 : 0 })) > 0;
