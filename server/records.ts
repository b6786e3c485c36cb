import "server-only";
import type { Knex } from "knex";
import {
  dataFolder,
  openDatabase,
  openReadOnly,
  troubleOf,
  whyReadOnly,
  type StoreTrouble,
} from "@/store";
import { startUpkeep } from "./upkeep";

/** The open records: for reading and writing, or for reading alone, and then why. */
export type OpenedRecords = { db: Knex; readOnly: StoreTrouble | null; close(): Promise<void> };

type State = {
  opened: OpenedRecords | null;
  opening: Promise<OpenedRecords> | null;
  triedAt: number;
};

// One connection a process; it must outlive reloads of this module during development.
const kept = globalThis as typeof globalThis & { rimebankRecords?: State };
const state = (): State =>
  (kept.rimebankRecords ??= { opened: null, opening: null, triedAt: -Infinity });

/** How long reading alone is put up with before writing is tried again. */
const TRY_AGAIN_MILLISECONDS = 3000;

/**
 * The open records of this server. What failed once is tried again the next time: room may have been made, a lock let go.
 * @throws {StoreTrouble} when they cannot even be read
 */
export const records = (): Promise<OpenedRecords> => {
  const now = state();
  if (now.opening) return now.opening;
  const isTried = performance.now() - now.triedAt < TRY_AGAIN_MILLISECONDS;
  if (now.opened && (now.opened.readOnly === null || isTried)) return Promise.resolve(now.opened);
  now.triedAt = performance.now();
  now.opening = open(now.opened)
    .then((opened) => (now.opened = opened))
    .finally(() => (now.opening = null));
  return now.opening;
};

const open = async (before: OpenedRecords | null): Promise<OpenedRecords> => {
  try {
    const db = await openDatabase(dataFolder());
    await before?.close();
    startUpkeep(db, dataFolder());
    return { db, readOnly: null, close: () => db.destroy() };
  } catch (error) {
    const trouble = troubleOf(error);
    if (!trouble) throw error;
    if (before) return before;
    if (["damaged", "newer", "missing"].includes(trouble.kind)) throw trouble;
    const reading = await openReadOnly(dataFolder()).catch(() => null);
    if (!reading) throw trouble;
    return { ...reading, readOnly: whyReadOnly(dataFolder(), trouble) };
  }
};

/** For reading. @throws {StoreTrouble} when the records cannot be opened */
export const database = async (): Promise<Knex> => (await records()).db;

/** For writing. @throws {StoreTrouble} also when the records can only be read, with the reason */
export const writableDatabase = async (): Promise<Knex> => {
  const { db, readOnly } = await records();
  if (readOnly) throw readOnly;
  return db;
};

/**
 * Closes the records, does something with their file, and opens them again; requests that come meanwhile wait for that.
 * @throws what the work throws, once the records are open again
 */
export const whileClosed = async <T>(work: () => T): Promise<T> => {
  const now = state();
  while (now.opening) await now.opening.catch(() => {});
  const before = now.opened;
  now.opened = null;
  let done: Promise<T> | null = null;
  now.opening = (async () => {
    await before?.close();
    done = new Promise((resolve) => resolve(work()));
    await done.catch(() => {});
    return open(null);
  })()
    .then((opened) => (now.opened = opened))
    .finally(() => (now.opening = null));
  await now.opening.catch(() => {});
  if (!done) throw new Error("the records were not closed");
  return done;
};
