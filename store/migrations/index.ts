import type { Knex } from "knex";
import { StoreTrouble } from "../trouble";
import * as first from "./2026-11-25-first";
import * as second from "./2026-11-25-second";
import * as third from "./2026-11-25-third";
import * as fourth from "./2026-11-27-fourth";
import * as fifth from "./2026-11-28-fifth";
import * as sixth from "./2026-11-28-sixth";
import * as seventh from "./2026-11-28-seventh";
import * as eighth from "./2026-11-29-eighth";
import * as ninth from "./2026-11-29-ninth";
import * as tenth from "./2026-12-02-tenth";
import * as eleventh from "./2026-12-02-the-eleventh";

/** All migrations by name; names begin with their date so that they sort. */
const MIGRATIONS: Record<string, Knex.Migration> = {
  "2026-11-25-first": first,
  "2026-11-25-second": second,
  "2026-11-25-third": third,
  "2026-11-27-fourth": fourth,
  "2026-11-28-fifth": fifth,
  "2026-11-28-sixth": sixth,
  "2026-11-28-seventh": seventh,
  "2026-11-29-eighth": eighth,
  "2026-11-29-ninth": ninth,
  "2026-12-02-tenth": tenth,
  "2026-12-02-the-eleventh": eleventh,
};

/** Names of all migrations, oldest first. */
export const migrationNames: readonly string[] = Object.keys(MIGRATIONS).sort();

/** Migrations come from the program itself, not from a folder, so that they survive bundling. */
export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: async () => [...migrationNames],
  getMigrationName: (name) => name,
  getMigration: async (name) => MIGRATIONS[name],
};

/** @throws {StoreTrouble} when a newer version of the program has changed the database */
export const requireKnown = (made: readonly string[]): void => {
  if (made.every((name) => migrationNames.includes(name))) return;
  throw new StoreTrouble(
    "newer",
    "These records were made by a newer version of Rimebank than this one. They are safe and were not touched: start the newer version, or go back to a backup made by this one.",
  );
};
