import { copyFileSync, existsSync, mkdtempSync, rmSync, statfsSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { connect, migrationsMade } from "./database";
import { databaseFile } from "./files";
import { migrationNames, requireKnown } from "./migrations";
import { StoreTrouble, troubleNamed } from "./trouble";

/** Nothing is changed through such a connection, and nothing is written beside the database. */
const SETTINGS = ["query_only = ON", "busy_timeout = 2000"];

const PLACES = [tmpdir(), "/dev/shm"];

/** Records that are read from a copy, and the way to close them, which removes it. */
export type ReadOnly = { db: Knex; close(): Promise<void> };

/**
 * Opens the records for reading where they cannot be written to: a full disk, or a folder that is read-only. SQLite itself wants to
 * write beside a database even to read it, so what is read is a copy elsewhere, with the write-ahead log; it is removed when the
 * connection is closed.
 * @throws {StoreTrouble} when there is nothing to read, or it is of another version
 */
export const openReadOnly = async (folder: string): Promise<ReadOnly> => {
  const file = databaseFile(folder);
  if (!existsSync(file))
    throw new StoreTrouble(
      "read-only",
      `There are no records in ${folder} yet, and none can be created: the folder is not writable, or its disk is full. Free some space or make it writable, then try again.`,
    );
  const copy = copyElsewhere(file);
  const db = connect(join(copy, "rimebank.sqlite"), SETTINGS);
  const close = async () => {
    await db.destroy();
    rmSync(copy, { recursive: true, force: true });
  };
  try {
    const made = await migrationsMade(db);
    requireKnown(made);
    if (made.length < migrationNames.length)
      throw new StoreTrouble(
        "read-only",
        "These records are of an earlier version of Rimebank. To be read they must be converted, which needs a writable folder. They are safe.",
      );
    return { db, close };
  } catch (error) {
    await close();
    throw error;
  }
};

/** Why records that can be read cannot be written: the disk is full, or the folder is read-only. */
export const whyReadOnly = (folder: string, trouble: StoreTrouble): StoreTrouble => {
  if (trouble.kind !== "not-reached") return trouble;
  const { bavail } = statfsSync(folder);
  return troubleNamed(bavail === 0 ? "disk-full" : "read-only");
};

const copyElsewhere = (file: string): string => {
  let failure: unknown;
  for (const place of PLACES) {
    let copy = "";
    try {
      copy = mkdtempSync(join(place, "rimebank-reading-"));
      for (const ending of ["", "-wal"])
        if (existsSync(file + ending))
          copyFileSync(file + ending, join(copy, `rimebank.sqlite${ending}`));
      return copy;
    } catch (error) {
      failure = error;
      if (copy) rmSync(copy, { recursive: true, force: true });
    }
  }
  throw failure;
};
