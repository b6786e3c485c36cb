import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import type { Backup } from "@/records";
import { databaseFile } from "./files";

const FOLDER = "backups";
const NAME = /^rimebank-\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2}Z\.sqlite$/;
const KEPT_COUNT = 7;
const DAY_MILLISECONDS = 24 * 60 * 60 * 1000;

/** What SQLite keeps of one database. */
const ENDINGS = ["", "-wal", "-shm"];

const removeAll = (file: string): void => {
  for (const ending of ENDINGS) rmSync(file + ending, { force: true });
};

const nameAt = (moment: Date): string =>
  `rimebank-${moment.toISOString().slice(0, 19).replaceAll(":", "-")}Z.sqlite`;

const momentOf = (name: string): string =>
  name.slice("rimebank-".length, -".sqlite".length).replace(/T(\d\d)-(\d\d)-(\d\d)Z/, "T$1:$2:$3Z");

/** Backups of a folder, newest first. */
export const listBackups = (folder: string): Backup[] =>
  (existsSync(join(folder, FOLDER)) ? readdirSync(join(folder, FOLDER)) : [])
    .filter((name) => NAME.test(name))
    .sort()
    .reverse()
    .map((name) => ({ name, madeAt: momentOf(name) }));

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
    renameSync(unfinished, join(folder, FOLDER, name));
  } finally {
    removeAll(unfinished);
  }
  for (const old of listBackups(folder).slice(KEPT_COUNT))
    rmSync(join(folder, FOLDER, old.name), { force: true });
  return { name, madeAt: momentOf(name) };
};

/**
 * Copies the database to a file while it is in use, and checks the copy.
 * @see SQLite's online backup interface
 * @throws {Error} with SQLite's code, such as SQLITE_CORRUPT when the copy is damaged
 */
export const copyDatabase = async (folder: string, to: string): Promise<void> => {
  await copyOnline(databaseFile(folder), to);
  requireSound(to);
};

/** Makes a backup when the newest is a day old or more. */
export const backUpDaily = async (folder: string, moment: Date): Promise<Backup | null> => {
  const [newest] = listBackups(folder);
  const isDue = !newest || moment.getTime() - Date.parse(newest.madeAt) >= DAY_MILLISECONDS;
  return isDue ? makeBackup(folder, moment) : null;
};

/**
 * Puts a backup in the place of the database. What was there is moved aside whole, and never deleted. The database must be closed.
 * @returns where it was moved, within the folder
 * @throws {RangeError} when there is no such backup
 */
export const restoreBackup = (folder: string, name: string, moment: Date): string => {
  if (!listBackups(folder).some((backup) => backup.name === name))
    throw new RangeError("there is no such backup");
  const aside = join("set-aside", nameAt(moment).replace(".sqlite", ""));
  mkdirSync(join(folder, aside), { recursive: true });
  const file = databaseFile(folder);
  for (const ending of ENDINGS)
    if (existsSync(file + ending))
      renameSync(file + ending, join(folder, aside, `rimebank.sqlite${ending}`));
  copyFileSync(join(folder, FOLDER, name), `${file}.restoring`);
  renameSync(`${file}.restoring`, file);
  return aside;
};

const copyOnline = async (from: string, to: string): Promise<void> => {
  const source = new Database(from, { readonly: true, fileMustExist: true });
  try {
    await source.backup(to);
  } finally {
    source.close();
  }
};

const requireSound = (path: string): void => {
  const copy = new Database(path, { readonly: true, fileMustExist: true });
  try {
    const found = copy.pragma("quick_check(1)", { simple: true });
    if (found !== "ok") throw Object.assign(new Error(String(found)), { code: "SQLITE_CORRUPT" });
  } finally {
    copy.close();
  }
};
