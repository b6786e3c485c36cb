import "server-only";
import { closeSync, createWriteStream, openSync, readSync, statfsSync } from "node:fs";
import { rm } from "node:fs/promises";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import { BadZip, readZip } from "@/archive/readZip";
import type { Backup, ListedBackup } from "@/records";
import {
  addUploaded,
  backupFacts,
  captures,
  checkBackup,
  dataFolder,
  listBackups,
  NotRestorable,
  papers,
  passingFolder,
  photos,
  restoreBackup,
  type HashedFiles,
} from "@/store";
import { arrived } from "./arrived";
import { uploadLimitBytes } from "./limits";
import { whileClosed } from "./records";
import { Refusal } from "./requests";

/** All backups, newest first, with what is in each. Reading that of a large one takes a while; others get their turn between. */
export const listedBackups = async (): Promise<ListedBackup[]> => {
  const all: ListedBackup[] = [];
  for (const backup of listBackups(dataFolder())) {
    all.push(shownBackup(backup));
    await new Promise((others) => setImmediate(others));
  }
  return all;
};

const shownBackup = (backup: Backup): ListedBackup => {
  try {
    return { ...backup, facts: backupFacts(dataFolder(), backup.name) };
  } catch {
    return { ...backup, facts: null };
  }
};

const NOTHING = "Nothing was changed.";
const refused = (error: unknown): unknown =>
  error instanceof NotRestorable || error instanceof BadZip
    ? new Refusal(400, `${error.message} ${NOTHING}`)
    : error;

/**
 * Goes back to a backup. What was there is moved aside within the data folder, and never deleted.
 * @returns where it was moved
 * @throws {Refusal} when it cannot take the place of the records, with nothing changed
 */
export const goBackTo = async (name: string): Promise<string> => {
  try {
    await checkBackup(dataFolder(), name);
    return await whileClosed(() => restoreBackup(dataFolder(), name, new Date()));
  } catch (error) {
    throw refused(error);
  }
};

/** Names that everything as one file has in it. */
const NAMES =
  /^(?:rimebank\.sqlite|captures\/[0-9a-f]{64}\.wav|photos\/[0-9a-f]{64}\.jpg|papers\/[0-9a-f]{64}\.pdf)$/;
const DATABASE = "rimebank.sqlite";
const MOST_FILES = 2_000_000;

/** As much as there is room for: it must all lie on this disk once packed and once unpacked. */
export const backupLimitBytes = (): number => {
  const { bavail, bsize } = statfsSync(dataFolder());
  return bavail * bsize;
};

/**
 * Takes a database, or everything as one file, and puts it among the backups; the records stay as they are until somebody goes back to
 * it. Recordings, photos and papers of it that are not here yet are kept beside the others.
 * @throws {Refusal} in plain words, with nothing changed
 */
export const takeBackup = async (body: ReadableStream): Promise<ListedBackup> => {
  try {
    return await arrived(body, backupLimitBytes(), async (path) =>
      isZip(path) ? takeZip(path) : shownBackup(await addUploaded(dataFolder(), path, new Date())),
    );
  } catch (error) {
    throw refused(error);
  }
};

const isZip = (path: string): boolean => {
  const file = openSync(path, "r");
  try {
    const begin = Buffer.alloc(2);
    // An empty file would pass for an empty database.
    if (readSync(file, begin, 0, 2, 0) === 0) throw new BadZip("The file is empty.");
    return begin.toString("latin1") === "PK";
  } finally {
    closeSync(file);
  }
};

const takeZip = async (path: string): Promise<ListedBackup> => {
  const folder = passingFolder(dataFolder());
  const zip = await readZip(path, { count: MOST_FILES, bytes: backupLimitBytes(), name: NAMES });
  try {
    const database = join(folder, DATABASE);
    await pipeline(zip.stream(DATABASE), createWriteStream(database, { flags: "wx" }));
    // It joins the list last: what is damaged among its files has it refused as a whole.
    for (const name of zip.names) await keepFile(name, () => zip.stream(name));
    return shownBackup(await addUploaded(dataFolder(), database, new Date()));
  } finally {
    zip.close();
    await rm(folder, { recursive: true, force: true });
  }
};

const FILES: Readonly<Record<string, HashedFiles>> = { captures, photos, papers };

/** Keeps a file under its hash, unless it is there already. */
const keepFile = async (name: string, bytes: () => AsyncIterable<Uint8Array>): Promise<void> => {
  const [, kind, sha256] = /^([a-z]+)\/([0-9a-f]{64})\./.exec(name) ?? [];
  if (!kind || FILES[kind].has(dataFolder(), sha256)) return;
  const kept = await FILES[kind].save(dataFolder(), bytes(), uploadLimitBytes());
  if (kept.sha256 !== sha256) throw new BadZip(`${name} was changed: it has another SHA-256.`);
};
