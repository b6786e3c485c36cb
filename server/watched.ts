import "server-only";
import { constants } from "node:fs";
import { lstat, open, readdir, type FileHandle } from "node:fs/promises";
import { basename, join } from "node:path";
import { readWavLayout } from "@/core/wav";
import type { Watched, WatchedFile } from "@/records";

/** Files that the Bench reads. */
const ENDINGS = /\.(wav|csv|txt|tsv|frd|dat)$/i;
/** As many as anybody looks through, the newest of them. */
const MOST_FILES = 60;
/** A file that has not changed for so long is no longer being written, as far as its clock tells. */
const STILL_MILLISECONDS = 2000;
/** Programs that write a recording's length last leave the header open until then; one that never did so was broken off. */
const GIVEN_UP_MILLISECONDS = 60_000;
const HEAD_BYTES = 256 * 1024;

/**
 * What another program has saved into a folder, the newest first. A recording counts as whole when it has not changed for a moment and
 * holds as many samples as its header says.
 * @param folder empty where none is watched
 */
export const watchedFiles = async (folder: string, now: Date): Promise<Watched> => {
  if (folder === "") return { folder, trouble: null, files: [] };
  let names: string[];
  try {
    names = await readdir(folder);
  } catch (error) {
    return { folder, trouble: troubleText(folder, error), files: [] };
  }
  const found = await Promise.all(
    names
      .filter((name) => ENDINGS.test(name) && !name.startsWith("."))
      .map((name) => lookedAt(folder, name, now)),
  );
  const files = found
    .filter((each) => each !== null)
    .sort((one, other) => (one.modifiedAt < other.modifiedAt ? 1 : -1))
    .slice(0, MOST_FILES);
  return { folder, trouble: null, files };
};

const TROUBLES: Readonly<Record<string, string>> = {
  ENOENT: "This folder does not exist; its disk may not be connected.",
  ENOTDIR: "This is a file, not a folder.",
  EACCES: "This program may not read the folder.",
  EPERM: "This program may not read the folder.",
};

const troubleText = (folder: string, error: unknown): string => {
  const code = String((error as { code?: unknown }).code);
  return `${folder}: ${TROUBLES[code] ?? "The folder cannot be read at the moment."}`;
};

/** Null where it is no file that lies there itself, or has gone meanwhile. */
const lookedAt = async (folder: string, name: string, now: Date): Promise<WatchedFile | null> => {
  const path = join(folder, name);
  const facts = await lstat(path).catch(() => null);
  if (!facts?.isFile() || facts.size === 0) return null;
  const stillFor = now.getTime() - facts.mtimeMs;
  const isStill = stillFor >= STILL_MILLISECONDS;
  const isOpen = /\.wav$/i.test(name) && stillFor < GIVEN_UP_MILLISECONDS;
  return {
    name,
    bytes: facts.size,
    modifiedAt: facts.mtime.toISOString(),
    isWhole: isStill && (!isOpen || (await hasAllSamples(path, facts.size))),
  };
};

const hasAllSamples = async (path: string, bytes: number): Promise<boolean> => {
  let file: FileHandle | null = null;
  try {
    file = await open(path, "r");
    const { buffer, bytesRead } = await file.read({
      buffer: Buffer.alloc(HEAD_BYTES),
      position: 0,
    });
    const layout = readWavLayout(buffer.subarray(0, bytesRead), bytes);
    // Any other problem is found when the file is read.
    return layout.ok || !["truncated", "no-samples"].includes(layout.finding.code);
  } catch {
    return false;
  } finally {
    await file?.close();
  }
};

/**
 * Opens a file of the watched folder by its name: one that lies there itself, and is of a kind that the Bench reads.
 * @returns null where there is none such
 */
export const openWatched = async (folder: string, name: string): Promise<FileHandle | null> => {
  if (folder === "" || name !== basename(name) || !ENDINGS.test(name) || name.startsWith("."))
    return null;
  const path = join(folder, name);
  try {
    // A link could lead anywhere, and whoever opens a pipe waits for its other end.
    if (!(await lstat(path)).isFile()) return null;
    return await open(path, constants.O_RDONLY | constants.O_NOFOLLOW);
  } catch {
    return null;
  }
};
