import { mkdirSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import { troubleOf } from "./trouble";

const LOCK_FILE = "in-use.sqlite";

/** Another Rimebank is at work on the folder. */
export class FolderInUse extends Error {
  constructor(folder: string, holder: string) {
    super(
      `Another Rimebank (${holder}) is using the data folder ${folder}. Use that one, stop it first, or set another folder with RIMEBANK_DATA.`,
    );
  }
}

/**
 * Takes the data folder for this program until it ends, however it ends: the lock is the operating system's, by way of an open
 * transaction in a small database. A folder that cannot be written to needs no lock.
 * @returns lets the folder go
 * @throws {FolderInUse} when another program has it
 */
export const lockFolder = (folder: string): (() => void) => {
  let lock: Database.Database | null = null;
  try {
    mkdirSync(folder, { recursive: true });
    lock = new Database(join(folder, LOCK_FILE), { timeout: 0 });
    lock.exec("CREATE TABLE IF NOT EXISTS holder (pid INTEGER, since TEXT)");
    lock.exec("DELETE FROM holder");
    lock
      .prepare("INSERT INTO holder VALUES (?, ?)")
      .run(process.pid, new Date().toISOString().slice(0, 16).replace("T", " "));
    lock.exec("BEGIN IMMEDIATE");
    const held = lock;
    return () => held.close();
  } catch (error) {
    const kind = troubleOf(error)?.kind;
    const holder = kind === "locked" ? holderOf(lock) : "";
    lock?.close();
    if (kind === "locked") throw new FolderInUse(folder, holder);
    if (kind === "read-only" || kind === "disk-full" || kind === "not-reached") return () => {};
    throw error;
  }
};

const holderOf = (lock: Database.Database | null): string => {
  const row = lock?.prepare("SELECT pid, since FROM holder").get() as
    { pid: number; since: string } | undefined;
  return row ? `process ${row.pid}, since ${row.since} UTC` : "one that is just starting";
};
