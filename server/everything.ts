import "server-only";
import { relative } from "node:path";
import type { ZippedFile } from "@/archive/writeZip";
import {
  backupPath,
  captures,
  databaseFile,
  dataFolder,
  makeBackup,
  papers,
  photos,
  referredFiles,
} from "@/store";
import { database } from "./records";

/**
 * Every record and every file that one refers to, under the names that they have in the data folder. The database is a copy that SQLite makes
 * while it is in use, and which is checked; what is uploaded meanwhile is not in it.
 * @throws {Error} with SQLite's code when the copy is not sound
 */
export const everything = async (moment: Date): Promise<ZippedFile[]> => {
  const folder = dataFolder();
  const { name } = await makeBackup(folder, moment);
  const referred = [...(await referredFiles(await database()))];
  return [
    { name: relative(folder, databaseFile(folder)), path: backupPath(folder, name) },
    ...[captures, photos, papers].flatMap((files) =>
      referred
        .filter((sha256) => files.has(folder, sha256))
        .map((sha256) => {
          const path = files.path(folder, sha256);
          return { name: relative(folder, path), path };
        }),
    ),
  ];
};
