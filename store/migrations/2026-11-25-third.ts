import type { Knex } from "knex";

/** Remarks on a run, and which of a run's recordings a capture is. */
export const up = async (db: Knex): Promise<void> => {
  await db.schema.alterTable("runs", (table) => table.json("remarks"));
  await db.schema.alterTable("captures", (table) => table.text("shot"));
};

export const down = async (db: Knex): Promise<void> => {
  await db.schema.alterTable("captures", (table) => table.dropColumn("shot"));
  await db.schema.alterTable("runs", (table) => table.dropColumn("remarks"));
};
