import { createHash, randomUUID } from "node:crypto";
import { existsSync } from "node:fs";
import { mkdir, open, readdir, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";

export class UploadTooLarge extends Error {
  constructor(readonly limitBytes: number) {
    super(`The file is larger than the limit of ${Math.round(limitBytes / 1024 / 1024)} MB.`);
  }
}

const capturesFolder = (folder: string): string => join(folder, "captures");

/** Where the capture with that hash lies (or would lie). */
export const capturePath = (folder: string, sha256: string): string => {
  if (!/^[0-9a-f]{64}$/.test(sha256)) throw new RangeError("sha256 must be 64 hexadecimal digits");
  return join(capturesFolder(folder), `${sha256}.wav`);
};

export const hasCapture = (folder: string, sha256: string): boolean => existsSync(capturePath(folder, sha256));

/**
 * Writes a stream of bytes to a file named by its hash. The bytes go to a temporary file first, which is given its
 * name only when it is complete and on the disk, so that a kill leaves no half capture under a whole one's name.
 * @throws {UploadTooLarge} past the limit; nothing is left behind then
 */
export const saveCapture = async (folder: string, chunks: AsyncIterable<Uint8Array>, limitBytes: number): Promise<{ sha256: string; byteCount: number }> => {
  await mkdir(capturesFolder(folder), { recursive: true });
  const temporary = join(capturesFolder(folder), `${randomUUID()}${PARTIAL}`);
  const file = await open(temporary, "wx");
  try {
    const hash = createHash("sha256");
    let byteCount = 0;
    for await (const chunk of chunks) {
      byteCount += chunk.byteLength;
      if (byteCount > limitBytes) throw new UploadTooLarge(limitBytes);
      hash.update(chunk);
      await file.write(chunk);
    }
    await file.sync();
    await file.close();
    const sha256 = hash.digest("hex");
    await rename(temporary, capturePath(folder, sha256));
    await syncFolder(capturesFolder(folder));
    return { sha256, byteCount };
  } catch (error) {
    await file.close().catch(() => {});
    await rm(temporary, { force: true });
    throw error;
  }
};

const PARTIAL = ".partial";

/** A new name is safe from a power cut only when its folder is on the disk too. */
const syncFolder = async (path: string): Promise<void> => {
  const handle = await open(path, "r");
  await handle.sync().finally(() => handle.close());
};

/** How long an upload may wait for its run, or a broken one lie about, before it is cleared away. */
const KEEP_UNUSED_MILLISECONDS = 24 * 60 * 60 * 1000;

/** Removes partial uploads and captures that no run refers to, when they are older than a day. */
export const clearUnusedCaptures = async (folder: string, referred: ReadonlySet<string>, nowMilliseconds: number): Promise<number> => {
  const names = await readdir(capturesFolder(folder)).catch(() => []);
  let removed = 0;
  for (const name of names) {
    if (referred.has(name.replace(/\.wav$/, ""))) continue;
    const path = join(capturesFolder(folder), name);
    if (nowMilliseconds - (await stat(path)).mtimeMs < KEEP_UNUSED_MILLISECONDS) continue;
    await rm(path, { force: true });
    removed++;
  }
  return removed;
};
