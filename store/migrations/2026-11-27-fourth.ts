import type { Knex } from "knex";

const REVISED = ["amplifiers", "claims", "loads", "documents", "workshop"];

/**
 * Lists without results: results get a table of their own, so that a list of runs reads a few hundred bytes of each. What the shelf
 * says of an amplifier is kept until something that it depends on changes. Everything that is edited counts its changes, so that
 * two windows notice each other. What could not be read is put aside before something takes its place.
 */
export const up = async (db: Knex): Promise<void> => {
  await db.schema.createTable("results", (table) => {
    table.text("run_id").primary().references("runs.id").onDelete("CASCADE");
    table.json("content").notNullable();
  });
  await db.raw("INSERT INTO results (run_id, content) SELECT id, result FROM runs");
  await db.raw("ALTER TABLE runs DROP COLUMN result");
  await db.raw("DROP INDEX runs_amplifier_id_index");
  await db.raw("CREATE INDEX runs_by_amplifier ON runs (amplifier_id, taken_at)");
  await db.raw("CREATE INDEX amplifiers_by_age ON amplifiers (created_at, id)");
  for (const name of REVISED)
    await db.raw(`ALTER TABLE ${name} ADD COLUMN revision INTEGER NOT NULL DEFAULT 1`);
  // Counts what verdicts follow from: claims, runs, and which of them count.
  await db.raw("ALTER TABLE amplifiers ADD COLUMN evidence_revision INTEGER NOT NULL DEFAULT 1");
  await db.schema.createTable("summaries", (table) => {
    table.text("amplifier_id").primary().references("amplifiers.id").onDelete("CASCADE");
    table.integer("evidence_revision").notNullable();
    table.integer("judge_version").notNullable();
    table.text("claim_text").notNullable();
    table.text("status");
    table.double("margin_ratio");
    table.json("content").notNullable();
  });
  await db.schema.createTable("set_aside", (table) => {
    table.text("amplifier_id");
    table.text("kind").notNullable();
    table.text("content").notNullable();
    table.text("at").notNullable();
  });
};

export const down = async (db: Knex): Promise<void> => {
  await db.schema.dropTable("set_aside");
  await db.schema.dropTable("summaries");
  await db.raw("ALTER TABLE amplifiers DROP COLUMN evidence_revision");
  for (const name of REVISED) await db.raw(`ALTER TABLE ${name} DROP COLUMN revision`);
  await db.raw("DROP INDEX amplifiers_by_age");
  await db.raw("DROP INDEX runs_by_amplifier");
  await db.raw("CREATE INDEX runs_amplifier_id_index ON runs (amplifier_id)");
  await db.raw("ALTER TABLE runs ADD COLUMN result JSON NOT NULL DEFAULT '{}'");
  await db.raw(
    "UPDATE runs SET result = (SELECT content FROM results WHERE results.run_id = runs.id)",
  );
  await db.schema.dropTable("results");
};
