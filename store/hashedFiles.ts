import { createHash, randomUUID } from "node:crypto";
import { existsSync } from "node:fs";
import * as disk from "node:fs/promises";
import { join } from "node:path";

export class UploadTooLarge extends Error {
  constructor(readonly limitBytes: number) {
    super(`The file is larger than the limit of ${Math.round(limitBytes / 1024 / 1024)} MB.`);
  }
}

const PARTIAL = ".partial";

/** How long a whole file may wait for what refers to it before it is cleared away. */
const KEEP_UNUSED_MILLISECONDS = 24 * 60 * 60 * 1000;
/** How long an upload may stand still before it counts as broken off. */
const KEEP_PARTIAL_MILLISECONDS = 60 * 60 * 1000;
/** Files up to this size are read back before they are acknowledged; of larger ones the size is compared. */
const READ_BACK_BYTES = 4 * 1024 * 1024;

/** What is asked of the disk; tests put one in its place that fails. */
export type Disk = Pick<typeof disk, "open" | "readFile" | "rename" | "rm" | "stat">;

export type SavedFile = { sha256: string; byteCount: number };

/** Files beside the database, each named by the SHA-256 of its bytes. */
export type HashedFiles = {
  /** Where the file with that hash lies, or would lie. @throws {RangeError} when it is no hash */
  path(folder: string, sha256: string): string;
  has(folder: string, sha256: string): boolean;
  read(folder: string, sha256: string): Promise<Buffer>;
  /**
   * Writes a stream of bytes. They go to a temporary file first, which is given its name only when it is complete and on the
   * disk, so that a kill leaves no half file under a whole one's name.
   * @param accept looks at the whole file before it gets its name, and throws to refuse it
   * @throws {UploadTooLarge} past the limit; nothing is left behind then
   */
  save(
    folder: string,
    chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
    limitBytes: number,
    accept?: (path: string, byteCount: number) => Promise<void>,
  ): Promise<SavedFile>;
  /** Removes files that nothing refers to when they are older than a day, and uploads that were broken off. */
  clearUnused(
    folder: string,
    referred: ReadonlySet<string>,
    nowMilliseconds: number,
  ): Promise<number>;
  /** Removes all unfinished uploads. Only for a start, when no upload can be under way. */
  clearPartial(folder: string): Promise<number>;
};

/** @param name of the folder inside the data folder */
export const hashedFiles = (
  name: string,
  extension: string,
  { open, readFile, rename, rm, stat }: Disk = disk,
): HashedFiles => {
  const home = (folder: string): string => join(folder, name);
  const path = (folder: string, sha256: string): string => {
    if (!/^[0-9a-f]{64}$/.test(sha256))
      throw new RangeError("sha256 must be 64 hexadecimal digits");
    return join(home(folder), `${sha256}${extension}`);
  };
  const namesIn = (folder: string) => disk.readdir(home(folder)).catch((): string[] => []);

  const write = async (
    temporary: string,
    chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
    limitBytes: number,
  ): Promise<SavedFile> => {
    const file = await open(temporary, "wx");
    try {
      const hash = createHash("sha256");
      let byteCount = 0;
      for await (const chunk of chunks) {
        byteCount += chunk.byteLength;
        if (byteCount > limitBytes) throw new UploadTooLarge(limitBytes);
        hash.update(chunk);
        await writeWhole(file, chunk);
      }
      await file.sync();
      return { sha256: hash.digest("hex"), byteCount };
    } finally {
      await file.close();
    }
  };

  /** Trusts the disk only after asking it again. */
  const requireWhole = async (temporary: string, { sha256, byteCount }: SavedFile) => {
    if ((await stat(temporary)).size !== byteCount) throw shortWrite();
    if (byteCount > READ_BACK_BYTES) return;
    const onDisk = createHash("sha256")
      .update(await readFile(temporary))
      .digest("hex");
    if (onDisk !== sha256) throw shortWrite();
  };

  return {
    path,
    has: (folder, sha256) => existsSync(path(folder, sha256)),
    read: (folder, sha256) => readFile(path(folder, sha256)),
    save: async (folder, chunks, limitBytes, accept) => {
      await disk.mkdir(home(folder), { recursive: true });
      const temporary = join(home(folder), `${randomUUID()}${PARTIAL}`);
      try {
        const saved = await write(temporary, chunks, limitBytes);
        await requireWhole(temporary, saved);
        await accept?.(temporary, saved.byteCount);
        await rename(temporary, path(folder, saved.sha256));
        await syncFolder(home(folder));
        return saved;
      } catch (error) {
        await rm(temporary, { force: true });
        throw error;
      }
    },
    clearUnused: async (folder, referred, nowMilliseconds) => {
      let removed = 0;
      for (const each of await namesIn(folder)) {
        if (referred.has(each.replace(extension, ""))) continue;
        const file = join(home(folder), each);
        // An upload that ends meanwhile takes its file to another name.
        const facts = await stat(file).catch(() => null);
        if (!facts) continue;
        const age = nowMilliseconds - facts.mtimeMs;
        const isPartial = each.endsWith(PARTIAL);
        if (age < (isPartial ? KEEP_PARTIAL_MILLISECONDS : KEEP_UNUSED_MILLISECONDS)) continue;
        await rm(file, { force: true });
        removed++;
      }
      return removed;
    },
    clearPartial: async (folder) => {
      const partial = (await namesIn(folder)).filter((each) => each.endsWith(PARTIAL));
      for (const each of partial) await rm(join(home(folder), each), { force: true });
      return partial.length;
    },
  };
};

/** A write may take less than it was given, as on a disk that is nearly full, and says so only in its answer. */
const writeWhole = async (file: disk.FileHandle, bytes: Uint8Array): Promise<void> => {
  for (let at = 0; at < bytes.byteLength;) {
    const { bytesWritten } = await file.write(bytes, at, bytes.byteLength - at);
    if (bytesWritten === 0) throw shortWrite();
    at += bytesWritten;
  }
};

const shortWrite = (): Error =>
  Object.assign(new Error("the disk kept less than it was given"), { code: "ENOSPC" });

/** A new name is safe from a power cut only when its folder is on the disk too. */
const syncFolder = async (path: string): Promise<void> => {
  const handle = await disk.open(path, "r");
  await handle.sync().finally(() => handle.close());
};
