import type { Knex } from "knex";

/** A load says what it is made of; those from before are resistors. */
export const up = (db: Knex): Promise<void> =>
  db.schema.alterTable("loads", (table) =>
    table.string("kind").notNullable().defaultTo("resistor"),
  );

// As SQLite does it: a table that is made anew in place of the old takes all that refers to it along.
export const down = async (db: Knex): Promise<void> => {
  await db.raw("ALTER TABLE loads DROP COLUMN kind");
};
