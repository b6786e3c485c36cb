import type { Knex } from "knex";

/** The logbook: what happened at the bench beside the runs. */
export const up = async (db: Knex): Promise<void> => {
  await db.schema.createTable("log_entries", (table) => {
    table.text("id").primary();
    table
      .text("amplifier_id")
      .notNullable()
      .references("amplifiers.id")
      .onDelete("CASCADE")
      .index();
    table.text("at").notNullable();
    table.text("kind").notNullable();
    table.text("text").notNullable();
    table.double("celsius");
    table.integer("is_struck").notNullable().defaultTo(0);
  });
};

export const down = async (db: Knex): Promise<void> => {
  await db.schema.dropTable("log_entries");
};
