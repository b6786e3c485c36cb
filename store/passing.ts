import { mkdtempSync, readdirSync, rmSync } from "node:fs";
import { join } from "node:path";

/** What is on its way in or out lies in a folder of such a name, on the disk of the records, until it is done with. */
const BEGINS = ".passing-";

/** A folder within the data folder for what is on its way in or out; whoever makes it removes it. */
export const passingFolder = (folder: string): string => mkdtempSync(join(folder, BEGINS));

/** Removes what was on its way when the program was ended. Only for a start, when nothing can be under way. */
export const clearPassing = (folder: string): void => {
  for (const name of readdirSync(folder))
    if (name.startsWith(BEGINS)) rmSync(join(folder, name), { recursive: true, force: true });
};
