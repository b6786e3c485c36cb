import "server-only";
import type { Knex } from "knex";
import { clearUnusedCaptures, dataFolder, openDatabase, referredCaptures } from "@/store";

// One connection a process; it must outlive reloads of this module during development.
const kept = globalThis as typeof globalThis & { rimebankDatabase?: Promise<Knex> };

/** The open database of this server. On the first call, captures left over from broken uploads are cleared. */
export const database = (): Promise<Knex> => {
  kept.rimebankDatabase ??= openDatabase(dataFolder()).then(async (db) => {
    await clearUnusedCaptures(dataFolder(), await referredCaptures(db), Date.now());
    return db;
  });
  return kept.rimebankDatabase;
};
