import { createHash, randomUUID } from "node:crypto";
import { existsSync } from "node:fs";
import { mkdir, open, readdir, readFile, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";

export class UploadTooLarge extends Error {
  constructor(readonly limitBytes: number) {
    super(`The file is larger than the limit of ${Math.round(limitBytes / 1024 / 1024)} MB.`);
  }
}

const PARTIAL = ".partial";

/** How long an upload may wait for what refers to it, or a broken one lie about, before it is cleared away. */
const KEEP_UNUSED_MILLISECONDS = 24 * 60 * 60 * 1000;

/** Files beside the database, each named by the SHA-256 of its bytes. */
export type HashedFiles = {
  /** Where the file with that hash lies, or would lie. @throws {RangeError} when it is no hash */
  path(folder: string, sha256: string): string;
  has(folder: string, sha256: string): boolean;
  read(folder: string, sha256: string): Promise<Buffer>;
  /**
   * Writes a stream of bytes. They go to a temporary file first, which is given its name only when it is complete and on the
   * disk, so that a kill leaves no half file under a whole one's name.
   * @throws {UploadTooLarge} past the limit; nothing is left behind then
   */
  save(
    folder: string,
    chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
    limitBytes: number,
  ): Promise<{ sha256: string; byteCount: number }>;
  /** Removes partial uploads and files that nothing refers to, when they are older than a day. */
  clearUnused(
    folder: string,
    referred: ReadonlySet<string>,
    nowMilliseconds: number,
  ): Promise<number>;
};

/** @param name of the folder inside the data folder */
export const hashedFiles = (name: string, extension: string): HashedFiles => {
  const home = (folder: string): string => join(folder, name);
  const path = (folder: string, sha256: string): string => {
    if (!/^[0-9a-f]{64}$/.test(sha256))
      throw new RangeError("sha256 must be 64 hexadecimal digits");
    return join(home(folder), `${sha256}${extension}`);
  };
  return {
    path,
    has: (folder, sha256) => existsSync(path(folder, sha256)),
    read: (folder, sha256) => readFile(path(folder, sha256)),
    save: async (folder, chunks, limitBytes) => {
      await mkdir(home(folder), { recursive: true });
      const temporary = join(home(folder), `${randomUUID()}${PARTIAL}`);
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
        await rename(temporary, path(folder, sha256));
        await syncFolder(home(folder));
        return { sha256, byteCount };
      } catch (error) {
        await file.close().catch(() => {});
        await rm(temporary, { force: true });
        throw error;
      }
    },
    clearUnused: async (folder, referred, nowMilliseconds) => {
      const names = await readdir(home(folder)).catch(() => []);
      let removed = 0;
      for (const each of names) {
        if (referred.has(each.replace(extension, ""))) continue;
        const file = join(home(folder), each);
        if (nowMilliseconds - (await stat(file)).mtimeMs < KEEP_UNUSED_MILLISECONDS) continue;
        await rm(file, { force: true });
        removed++;
      }
      return removed;
    },
  };
};

/** A new name is safe from a power cut only when its folder is on the disk too. */
const syncFolder = async (path: string): Promise<void> => {
  const handle = await open(path, "r");
  await handle.sync().finally(() => handle.close());
};
