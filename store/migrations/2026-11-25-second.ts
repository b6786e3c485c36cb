import type { Knex } from "knex";

/** Pieces that are read and written whole: of an amplifier's record, and of the workshop, which all amplifiers share. */
export const up = async (db: Knex): Promise<void> => {
  await db.schema.createTable("documents", (table) => {
    table.text("amplifier_id").notNullable().references("amplifiers.id").onDelete("CASCADE");
    table.text("kind").notNullable();
    table.json("content").notNullable();
    table.primary(["amplifier_id", "kind"]);
  });
  await db.schema.createTable("workshop", (table) => {
    table.text("kind").primary();
    table.json("content").notNullable();
  });
};

export const down = async (db: Knex): Promise<void> => {
  await db.schema.dropTable("workshop");
  await db.schema.dropTable("documents");
};
