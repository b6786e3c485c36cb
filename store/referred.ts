import type { Knex } from "knex";
import { backupPath, listBackups } from "./backups";
import { connect } from "./database";
import { captures, papers, photos } from "./files";
import { exclusively } from "./exclusively";

const HASH = /[0-9a-f]{64}/g;
/** Documents that are looked through at once; others wait their turn meanwhile. */
const AT_ONCE = 200;

/** Hashes of all files that any record names: captures of runs, and whatever a document holds. */
export const referredFiles = async (db: Knex): Promise<Set<string>> => {
  const referred = new Set<string>();
  const rows: { sha256: string }[] = await db("captures").distinct("sha256");
  for (const { sha256 } of rows) referred.add(sha256);
  for (const table of ["documents", "workshop", "set_aside"])
    if (await db.schema.hasTable(table)) await addHashesOf(db, table, referred);
  return referred;
};

/** The same of a backup: whoever goes back to it wants its recordings. Null where it cannot be read, though it may be mended. */
const referredByBackup = async (path: string): Promise<Set<string> | null> => {
  const db = connect(path, ["query_only = ON"]);
  try {
    return await referredFiles(db);
  } catch {
    return null;
  } finally {
    await db.destroy();
  }
};

const addHashesOf = async (db: Knex, table: string, referred: Set<string>): Promise<void> => {
  for (let after = 0; ;) {
    const rows: { at: number; content: string }[] = await db(table)
      .whereRaw("rowid > ?", [after])
      .orderByRaw("rowid")
      .limit(AT_ONCE)
      .select(db.raw("rowid AS at"), "content");
    for (const { content } of rows)
      for (const hash of content.match(HASH) ?? []) referred.add(hash);
    if (rows.length < AT_ONCE) return;
    after = rows[rows.length - 1].at;
    await new Promise((others) => setImmediate(others));
  }
};

/**
 * Clears away files that no record names, nor any backup; none at all while a backup cannot be read, which may need them. Nothing that
 * refers to a file may be stored meanwhile.
 * @returns how many were removed
 */
export const clearUnusedFiles = (
  db: Knex,
  folder: string,
  nowMilliseconds: number,
): Promise<number> =>
  exclusively(folder, async () => {
    const referred = await referredFiles(db);
    for (const { name } of listBackups(folder)) {
      const named = await referredByBackup(backupPath(folder, name));
      if (named === null) return 0;
      for (const sha256 of named) referred.add(sha256);
    }
    const removed = [
      await captures.clearUnused(folder, referred, nowMilliseconds),
      await photos.clearUnused(folder, referred, nowMilliseconds),
      await papers.clearUnused(folder, referred, nowMilliseconds),
    ];
    return removed.reduce((sum, count) => sum + count, 0);
  });
