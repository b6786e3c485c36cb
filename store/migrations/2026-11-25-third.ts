import type { Knex } from "knex";

/** Remarks on a run, and which of a run's recordings a capture is. */
export const up = async (db: Knex): Promise<void> => {
  await db.schema.alterTable("runs", (table) => table.json("remarks"));
  await db.schema.alterTable("captures", (table) => table.text("shot"));
};

export const down = async (db: Knex): Promise<void> => {
  // As SQLite does it: a table that is made anew in place of the old takes all that refers to it along.
  await db.raw("ALTER TABLE captures DROP COLUMN shot");
  await db.raw("ALTER TABLE runs DROP COLUMN remarks");
};
