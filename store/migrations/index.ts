import type { Knex } from "knex";
import * as first from "./2026-11-25-first";
import * as second from "./2026-11-25-second";
import * as third from "./2026-11-25-third";

/** All migrations by name, oldest first; names begin with their date so that they sort. */
const MIGRATIONS: Record<string, Knex.Migration> = {
  "2026-11-25-first": first,
  "2026-11-25-second": second,
  "2026-11-25-third": third,
};

/** Migrations come from the program itself, not from a folder, so that they survive bundling. */
export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: async () => Object.keys(MIGRATIONS).sort(),
  getMigrationName: (name) => name,
  getMigration: async (name) => MIGRATIONS[name],
};
