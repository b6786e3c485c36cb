import "server-only";
import type { Knex } from "knex";
import {
  backUpDaily,
  clearUnusedFiles,
  outdateEntries,
  refreshShelf,
  removeLongDeleted,
} from "@/store";
import { summariseAll } from "./summaries";

const HOUR_MILLISECONDS = 60 * 60 * 1000;
/** Who opens the records wants something of them: that goes before what can wait. */
const SUMMARIES_WAIT_MILLISECONDS = 3000;

// As with the records themselves, one a process, whatever is reloaded.
const kept = globalThis as typeof globalThis & {
  rimebankUpkeep?: NodeJS.Timeout;
  rimebankSummaries?: NodeJS.Timeout;
};

/**
 * What the records need now and then, beside whatever else is done: amplifiers that were deleted long ago go permanently, files that nothing
 * refers to are cleared away, a backup is made once a day, and what lists go by is rebuilt where it is out of date.
 */
export const startUpkeep = (db: Knex, folder: string): void => {
  clearInterval(kept.rimebankUpkeep);
  kept.rimebankUpkeep = setInterval(() => void upkeep(db, folder), HOUR_MILLISECONDS);
  kept.rimebankUpkeep.unref();
  void upkeep(db, folder);
  clearTimeout(kept.rimebankSummaries);
  kept.rimebankSummaries = setTimeout(
    () => void tried("summaries", () => sumUp(db)),
    SUMMARIES_WAIT_MILLISECONDS,
  ).unref();
};

const sumUp = async (db: Knex): Promise<void> => {
  await outdateEntries(db);
  await refreshShelf(db);
  await summariseAll(db);
};

const upkeep = async (db: Knex, folder: string): Promise<void> => {
  await tried("removing what was deleted long ago", () => removeLongDeleted(db, new Date()));
  await tried("clearing up", () => clearUnusedFiles(db, folder, Date.now()));
  await tried("the daily backup", () => backUpDaily(folder, new Date()));
};

/** Whatever goes wrong here is no reason for a page to fail. */
const tried = async (what: string, work: () => Promise<unknown>): Promise<void> => {
  try {
    await work();
  } catch (error) {
    console.error(`${what}:`, error);
  }
};
