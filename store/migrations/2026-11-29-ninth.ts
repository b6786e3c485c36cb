import type { Knex } from "knex";

/** Documents that the shelf is searched and filed by. */
const DOCUMENTS = "'details', 'sheet', 'verdict', 'heat', 'publication', 'filing'";

/** What changes an amplifier's entry on the shelf, by table: when, and for which rows. */
const CHANGES: readonly [table: string, event: string, when?: string][] = [
  ["claims", "INSERT"],
  ["claims", "UPDATE OF printed_text, source"],
  ["claims", "DELETE"],
  ["documents", "INSERT", `new.kind IN (${DOCUMENTS})`],
  ["documents", "UPDATE OF content", `new.kind IN (${DOCUMENTS})`],
  ["documents", "DELETE", `old.kind IN (${DOCUMENTS})`],
  ["log_entries", "INSERT"],
  ["log_entries", "UPDATE OF text"],
  ["log_entries", "DELETE"],
  ["runs", "INSERT"],
  ["runs", "UPDATE OF remarks"],
  ["runs", "DELETE"],
];

/**
 * What the shelf is found, filed and counted by, kept beside the records and made anew for whatever has changed (`shelf_due`): words with
 * SQLite's full text index, prices, supplies, labels, and how each claim was judged. Deletion is a mark first.
 */
export const up = async (db: Knex): Promise<void> => {
  await db.schema.alterTable("amplifiers", (table) => table.text("deleted_at"));
  await db.schema.createTable("shelf_due", (table) => table.text("amplifier_id").primary());
  await db.schema.createTable("shelf_entries", (table) => {
    table.text("amplifier_id").primary().references("amplifiers.id").onDelete("CASCADE");
    table.integer("words_version").notNullable();
    table.integer("is_archived").notNullable();
    table.text("labels").notNullable();
    table.text("supplies").notNullable();
    table.double("mass_kilograms");
    table.double("price");
  });
  await db.schema.createTable("written", (table) => {
    table.increments("id");
    table
      .text("amplifier_id")
      .notNullable()
      .references("amplifiers.id")
      .onDelete("CASCADE")
      .index();
    table.text("place").notNullable();
    table.text("text").notNullable();
  });
  // The index holds no text of its own and follows the table that does. See "External Content Tables" of SQLite's FTS5.
  await db.raw(
    `CREATE VIRTUAL TABLE words USING fts5(text, content='written', content_rowid='id', tokenize="unicode61 remove_diacritics 2", prefix='2 3')`,
  );
  await db.raw(
    "CREATE TRIGGER written_added AFTER INSERT ON written BEGIN INSERT INTO words(rowid, text) VALUES (new.id, new.text); END",
  );
  await db.raw(
    "CREATE TRIGGER written_gone AFTER DELETE ON written BEGIN INSERT INTO words(words, rowid, text) VALUES ('delete', old.id, old.text); END",
  );

  const due = (id: string) =>
    `BEGIN INSERT INTO shelf_due VALUES (${id}) ON CONFLICT DO NOTHING; END`;
  await db.raw(`CREATE TRIGGER due_amplifier AFTER INSERT ON amplifiers ${due("new.id")}`);
  await db.raw(
    `CREATE TRIGGER due_identity AFTER UPDATE OF maker, model, condition, notes ON amplifiers ${due("new.id")}`,
  );
  for (const [index, [table, event, when]] of CHANGES.entries()) {
    const row = event === "DELETE" ? "old" : "new";
    const only = when ? `WHEN ${when} ` : "";
    await db.raw(
      `CREATE TRIGGER due_${index} AFTER ${event} ON ${table} ${only}${due(`${row}.amplifier_id`)}`,
    );
  }
  await db.raw("INSERT INTO shelf_due SELECT id FROM amplifiers");

  await db("summaries").delete();
  await db.schema.alterTable("summaries", (table) => {
    table.double("claimed_watts");
    table.double("honest_watts");
    table.integer("judged_count").notNullable().defaultTo(0);
    table.double("kept_share");
  });
  await db.schema.createTable("judged_claims", (table) => {
    table
      .text("amplifier_id")
      .notNullable()
      .references("amplifiers.id")
      .onDelete("CASCADE")
      .index();
    table.text("kind").notNullable();
    table.text("outcome").notNullable();
    table.integer("count").notNullable();
  });
};

export const down = async (db: Knex): Promise<void> => {
  const triggers = ["due_amplifier", "due_identity", ...CHANGES.map((_, index) => `due_${index}`)];
  for (const trigger of triggers) await db.raw(`DROP TRIGGER ${trigger}`);
  for (const table of ["judged_claims", "words", "written", "shelf_entries", "shelf_due"])
    await db.schema.dropTable(table);
  await db("summaries").delete();
  for (const column of ["claimed_watts", "honest_watts", "judged_count", "kept_share"])
    await db.raw(`ALTER TABLE summaries DROP COLUMN ${column}`);
  // The version before knows no amplifier that is deleted and still there.
  await db("amplifiers").whereNotNull("deleted_at").delete();
  // As SQLite does it: a table that is made anew in place of the old takes all that refers to it along.
  await db.raw("ALTER TABLE amplifiers DROP COLUMN deleted_at");
};
