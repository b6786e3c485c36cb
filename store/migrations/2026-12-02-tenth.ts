import type { Knex } from "knex";

/**
 * A claim says what it is made for: supply, switches, connection. Where it is null nothing was kept, and the line itself says it.
 */
export const up = (db: Knex): Promise<void> =>
  db.schema.alterTable("claims", (table) => table.json("made_for"));

// As SQLite does it: a table that is made anew in place of the old takes all that refers to it along.
export const down = async (db: Knex): Promise<void> => {
  await db.raw("ALTER TABLE claims DROP COLUMN made_for");
};
