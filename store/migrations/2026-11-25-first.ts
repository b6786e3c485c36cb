import type { Knex } from "knex";

export const up = async (db: Knex): Promise<void> => {
  await db.schema.createTable("amplifiers", (table) => {
    table.text("id").primary();
    table.text("created_at").notNullable();
    table.text("maker").notNullable();
    table.text("model").notNullable();
    table.text("kind").notNullable();
    table.text("topology").notNullable();
    table.integer("year");
    table.integer("channel_count").notNullable();
    table.text("condition").notNullable();
    table.text("notes").notNullable();
  });
  await db.schema.createTable("claims", (table) => {
    table.text("id").primary();
    table
      .text("amplifier_id")
      .notNullable()
      .references("amplifiers.id")
      .onDelete("CASCADE")
      .index();
    table.text("printed_text").notNullable();
    table.text("source").notNullable();
    table.double("power_watts").notNullable();
    table.double("load_ohms").notNullable();
    table.integer("channels_driven").notNullable();
    table.double("distortion_limit_ratio").notNullable();
    table.text("distortion_measure").notNullable();
  });
  await db.schema.createTable("loads", (table) => {
    table.text("id").primary();
    table
      .text("amplifier_id")
      .notNullable()
      .references("amplifiers.id")
      .onDelete("CASCADE")
      .index();
    table.double("nominal_ohms").notNullable();
    table.json("channels").notNullable();
  });
  await db.schema.createTable("runs", (table) => {
    table.text("id").primary();
    table
      .text("amplifier_id")
      .notNullable()
      .references("amplifiers.id")
      .onDelete("CASCADE")
      .index();
    table.text("kind").notNullable();
    table.text("source").notNullable();
    table.text("source_detail").notNullable();
    table.text("taken_at").notNullable();
    table.json("conditions").notNullable();
    table.json("result").notNullable();
    table.integer("analysis_version").notNullable();
  });
  await db.schema.createTable("captures", (table) => {
    table.text("run_id").notNullable().references("runs.id").onDelete("CASCADE");
    table.integer("position").notNullable();
    table.text("sha256").notNullable().index();
    table.text("file_name").notNullable();
    table.double("full_scale_volts").notNullable();
    table.primary(["run_id", "position"]);
  });
};

export const down = async (db: Knex): Promise<void> => {
  for (const table of ["captures", "runs", "loads", "claims", "amplifiers"])
    await db.schema.dropTable(table);
};
