import { join, resolve } from "node:path";
import { hashedFiles } from "./hashedFiles";

/** Where the records live: the database, and captures beside it. RIMEBANK_DATA, or ./data. */
export const dataFolder = (): string =>
  resolve(/*turbopackIgnore: true*/ process.env.RIMEBANK_DATA ?? "data");

/** The database of a data folder. */
export const databaseFile = (folder: string): string => join(folder, "rimebank.sqlite");

/** Recordings as they came. */
export const captures = hashedFiles("captures", ".wav");

/** Printed sheets as they were scanned or downloaded. */
export const papers = hashedFiles("papers", ".pdf");

/** Photos, with all that a camera wrote into them taken out. */
export const photos = hashedFiles("photos", ".jpg");
