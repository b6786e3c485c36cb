import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import type { Backup, BackupFacts } from "@/records";
import { requireKnown } from "./migrations";
import { checkDatabase, copyDatabaseFile } from "./databaseThread";
import { captures, databaseFile } from "./files";

const FOLDER = "backups";
const SET_ASIDE = "set-aside";
const NAME = /^rimebank-(uploaded-)?(\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2}Z)\.sqlite$/;
const KEPT_COUNT = 7;
const KEPT_UPLOADED_COUNT = 3;
const DAY_MILLISECONDS = 24 * 60 * 60 * 1000;

/** What SQLite keeps of one database. */
const ENDINGS = ["", "-wal", "-shm"];

const removeAll = (file: string): void => {
  for (const ending of ENDINGS) rmSync(file + ending, { force: true });
};

const nameAt = (moment: Date, prefix: "" | "uploaded-" = ""): string =>
  `rimebank-${prefix}${moment.toISOString().slice(0, 19).replaceAll(":", "-")}Z.sqlite`;

const fromName = (name: string): Backup | null => {
  const [, uploaded, moment] = NAME.exec(name) ?? [];
  if (!moment) return null;
  const madeAt = moment.replace(/T(\d\d)-(\d\d)-(\d\d)Z/, "T$1:$2:$3Z");
  return { name, madeAt, isUploaded: uploaded !== undefined };
};

/** Where a backup of that name lies. */
export const backupPath = (folder: string, name: string): string => join(folder, FOLDER, name);

/** A name that nothing has yet: two within a second are two. */
const freeName = (within: string, nameOf: (moment: Date) => string, moment: Date): string => {
  for (let at = moment.getTime(); ; at += 1000) {
    const name = nameOf(new Date(at));
    if (!existsSync(join(within, name))) return name;
  }
};

/** Backups of a folder, newest first. */
export const listBackups = (folder: string): Backup[] =>
  (existsSync(join(folder, FOLDER)) ? readdirSync(join(folder, FOLDER)) : [])
    .flatMap((name) => fromName(name) ?? [])
    .sort((one, other) => (one.madeAt < other.madeAt ? 1 : -1));

/** Keeps the newest of those that were made here, or of those that came as files. */
const clearOld = (folder: string, isUploaded: boolean, keptCount: number): void => {
  const old = listBackups(folder).filter((backup) => backup.isUploaded === isUploaded);
  for (const { name } of old.slice(keptCount)) removeAll(backupPath(folder, name));
};

/**
 * Copies the database while it is in use, checks the copy, and keeps the seven newest. A copy that is not sound is thrown away, so
 * that a damaged database never takes the place of good backups.
 * @see SQLite's online backup interface
 * @throws {Error} with SQLite's code, such as SQLITE_CORRUPT when the copy is damaged
 */
export const makeBackup = async (folder: string, moment: Date): Promise<Backup> => {
  mkdirSync(join(folder, FOLDER), { recursive: true });
  const name = nameAt(moment);
  const unfinished = join(folder, FOLDER, `${name}.partial`);
  removeAll(unfinished);
  try {
    await copyDatabase(folder, unfinished);
    renameSync(unfinished, backupPath(folder, name));
  } finally {
    removeAll(unfinished);
  }
  clearOld(folder, false, KEPT_COUNT);
  return fromName(name) as Backup;
};

/**
 * Puts a database that came as a file among the backups, once it is seen that it can take the place of the one in use.
 * @param path of a file on the same disk, which is moved
 * @throws {StoreTrouble} when it is of a newer version; {NotRestorable} when it is not a database of this program, or damaged
 */
export const addUploaded = async (folder: string, path: string, moment: Date): Promise<Backup> => {
  await requireRestorable(path);
  mkdirSync(join(folder, FOLDER), { recursive: true });
  const name = freeName(join(folder, FOLDER), (at) => nameAt(at, "uploaded-"), moment);
  renameSync(path, backupPath(folder, name));
  clearOld(folder, true, KEPT_UPLOADED_COUNT);
  return fromName(name) as Backup;
};

/** What is in a backup, read without changing it. */
export const backupFacts = (folder: string, name: string): BackupFacts =>
  reading(backupPath(folder, name), (db) => {
    const one = <T>(sql: string): T => db.prepare(sql).get() as T;
    const { count } = one<{ count: number }>("SELECT count(*) AS count FROM amplifiers");
    const runs = one<{ count: number; newest: string | null }>(
      "SELECT count(*) AS count, max(taken_at) AS newest FROM runs",
    );
    const named = db.prepare("SELECT DISTINCT sha256 FROM captures").all() as { sha256: string }[];
    return {
      amplifierCount: count,
      runCount: runs.count,
      newestRunAt: runs.newest,
      missingCount: named.filter(({ sha256 }) => !captures.has(folder, sha256)).length,
    };
  });

/** Copies the database of a folder to a file while it is in use, and checks the copy. @see copyDatabaseFile */
export const copyDatabase = async (folder: string, to: string): Promise<void> => {
  await copyDatabaseFile(databaseFile(folder), to);
  clearBeside(to);
};

/** Makes a backup when the newest is a day old or more. */
export const backUpDaily = async (folder: string, moment: Date): Promise<Backup | null> => {
  const newest = listBackups(folder).find(({ isUploaded }) => !isUploaded);
  const isDue = !newest || moment.getTime() - Date.parse(newest.madeAt) >= DAY_MILLISECONDS;
  return isDue ? makeBackup(folder, moment) : null;
};

/**
 * Looks whether a backup can take the place of the database.
 * @throws {RangeError} when there is no such backup; as `addUploaded` when it cannot
 */
export const checkBackup = async (folder: string, name: string): Promise<void> => {
  if (!listBackups(folder).some((backup) => backup.name === name))
    throw new RangeError("there is no such backup");
  await requireRestorable(backupPath(folder, name));
};

/**
 * Puts a backup that was checked in the place of the database. What was there is moved aside whole, and never deleted. The database
 * must be closed.
 * @returns where it was moved, within the folder
 */
export const restoreBackup = (folder: string, name: string, moment: Date): string => {
  const file = databaseFile(folder);
  const restoring = `${file}.restoring`;
  try {
    copyFileSync(backupPath(folder, name), restoring);
  } catch (error) {
    rmSync(restoring, { force: true });
    throw error;
  }
  const aside = join(
    SET_ASIDE,
    freeName(join(folder, SET_ASIDE), (at) => nameAt(at).replace(".sqlite", ""), moment),
  );
  mkdirSync(join(folder, aside), { recursive: true });
  for (const ending of ENDINGS)
    if (existsSync(file + ending))
      renameSync(file + ending, join(folder, aside, `rimebank.sqlite${ending}`));
  renameSync(restoring, file);
  return aside;
};

/** A file cannot take the place of the database, and why, in a sentence. */
export class NotRestorable extends Error {}

const TABLES = ["amplifiers", "claims", "runs", "captures"];

const requireRestorable = async (path: string): Promise<void> => {
  try {
    reading(path, (db) => {
      const tables = db.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").all() as {
        name: string;
      }[];
      const names = tables.map(({ name }) => name);
      if (![...TABLES, "knex_migrations"].every((name) => names.includes(name)))
        throw new NotRestorable("This is a database, but not one of this program.");
      const made = db.prepare("SELECT name FROM knex_migrations").all() as { name: string }[];
      requireKnown(made.map(({ name }) => name));
    });
    await checkDatabase(path);
    clearBeside(path);
  } catch (error) {
    const code = String((error as { code?: unknown }).code);
    if (/^SQLITE_(NOTADB|CORRUPT)/.test(code))
      throw new NotRestorable("The file is damaged or not a database.");
    throw error;
  }
};

/** Reads a database file without changing it, and leaves nothing beside it. */
const reading = <T>(path: string, work: (db: Database.Database) => T): T => {
  const db = new Database(path, { readonly: true, fileMustExist: true });
  try {
    return work(db);
  } finally {
    db.close();
    clearBeside(path);
  }
};

/** Removes what SQLite left beside a copy when it was only read. */
const clearBeside = (path: string): void => {
  for (const ending of ENDINGS.slice(1)) rmSync(path + ending, { force: true });
};
