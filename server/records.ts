import "server-only";
import type { Knex } from "knex";
import {
  captures,
  dataFolder,
  openDatabase,
  photos,
  referredCaptures,
  referredPhotos,
} from "@/store";

// One connection a process; it must outlive reloads of this module during development.
const kept = globalThis as typeof globalThis & { rimebankDatabase?: Promise<Knex> };

/** The open database of this server. On the first call, what is left over from broken uploads is cleared. */
export const database = (): Promise<Knex> => {
  kept.rimebankDatabase ??= openDatabase(dataFolder()).then(async (db) => {
    await captures.clearUnused(dataFolder(), await referredCaptures(db), Date.now());
    await photos.clearUnused(dataFolder(), await referredPhotos(db), Date.now());
    return db;
  });
  return kept.rimebankDatabase;
};
