import "server-only";
import { rm } from "node:fs/promises";
import { join, relative } from "node:path";
import type { Readable } from "node:stream";
import { finished } from "node:stream/promises";
import { writeZip } from "@/archive/writeZip";
import {
  captures,
  copyDatabase,
  databaseFile,
  dataFolder,
  papers,
  passingFolder,
  photos,
  referredFiles,
} from "@/store";
import { database } from "./records";

/**
 * Every record and every file that one refers to, as one zip, under the names that they have in the data folder. The database is a copy that
 * SQLite makes while it is in use, and which is checked; what is uploaded meanwhile is not in it.
 * @throws {Error} with SQLite's code when the copy is not sound
 */
export const everything = async (): Promise<Readable> => {
  const folder = dataFolder();
  const passing = passingFolder(folder);
  const remove = () => rm(passing, { recursive: true, force: true });
  try {
    const copy = join(passing, "copy.sqlite");
    await copyDatabase(folder, copy);
    const referred = [...(await referredFiles(await database()))];
    const zip = writeZip([
      { name: relative(folder, databaseFile(folder)), path: copy },
      ...[captures, photos, papers].flatMap((files) =>
        referred
          .filter((sha256) => files.has(folder, sha256))
          .map((sha256) => {
            const path = files.path(folder, sha256);
            return { name: relative(folder, path), path };
          }),
      ),
    ]);
    // However it ends, taken whole or broken off.
    void finished(zip).then(remove, remove);
    return zip;
  } catch (error) {
    await remove();
    throw error;
  }
};
