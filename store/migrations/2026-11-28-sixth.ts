import { createHash } from "node:crypto";
import type { Knex } from "knex";
import {
  claimsOfSheet,
  powerDraft,
  type Claim,
  type ClaimDraft,
  type Given,
  type PowerForm,
} from "@/records";

type FormerRow = {
  id: string;
  amplifier_id: string;
  printed_text: string;
  source: string;
  power_watts: number;
  load_ohms: number;
  channels_driven: number;
  distortion_limit_ratio: number;
  distortion_measure: PowerForm["distortionMeasure"];
  revision: number;
};
type FormerSheet = { text?: string; source?: string; filledIn?: Record<string, Given> };
type Overrules = { overrules?: { claim: string }[] };

/**
 * One table for claims of every kind. Powers that were completed stay what they were; the lines of each sheet become claims of their
 * own, with what was filled in beside them, and rulings name them by their id.
 */
export const up = async (db: Knex): Promise<void> => {
  const powers: FormerRow[] = await db("claims").orderByRaw("rowid");
  await db.schema.dropTable("claims");
  await db.schema.createTable("claims", (table) => {
    table.text("id").primary();
    table
      .text("amplifier_id")
      .notNullable()
      .references("amplifiers.id")
      .onDelete("CASCADE")
      .index("claims_by_amplifier");
    table.text("printed_text").notNullable();
    table.text("source").notNullable();
    table.text("stated").notNullable();
    table.text("missing").notNullable().defaultTo("[]");
    table.text("nearest");
    table.text("given").notNullable().defaultTo("{}");
    table.text("line_key");
    table.integer("is_left_out").notNullable().defaultTo(0);
    table.integer("position").notNullable().defaultTo(0);
    table.integer("revision").notNullable().defaultTo(1);
  });
  const amplifiers: { id: string }[] = await db("amplifiers").select("id");
  for (const { id } of amplifiers)
    await fill(db, id, powers.filter(({ amplifier_id }) => amplifier_id === id).map(ofPower));
};

type KeptPower = Omit<Claim, "amplifierId">;

const fill = async (db: Knex, amplifierId: string, powers: readonly KeptPower[]): Promise<void> => {
  const sheet = await documentOf<FormerSheet>(db, amplifierId, "sheet");
  const { text = "", source = "", filledIn = {} } = sheet ?? {};
  const idOfLine = new Map<string, string>();
  for (const { id: kept, position, ...draft } of claimsOfSheet(powers, { text, source })) {
    const key = draft.lineKey ?? "";
    const id = kept ?? hashOf(amplifierId, key);
    if (draft.lineKey !== null) idOfLine.set(key, id);
    const given = kept === null ? (filledIn[key] ?? {}) : {};
    const { revision = 1 } = draft;
    const columns = columnsOf({ ...draft, given });
    await db("claims").insert({ ...columns, id, amplifier_id: amplifierId, position, revision });
  }
  if (sheet) await rewrite(db, amplifierId, "sheet", { text, source });
  await renameRulings(db, amplifierId, idOfLine);
};

const renameRulings = async (
  db: Knex,
  amplifierId: string,
  idOfLine: ReadonlyMap<string, string>,
): Promise<void> => {
  const notes = await documentOf<Overrules>(db, amplifierId, "verdict");
  if (!notes?.overrules) return;
  const overrules = notes.overrules.map((each) => ({
    ...each,
    claim: idOfLine.get(each.claim) ?? each.claim,
  }));
  await rewrite(db, amplifierId, "verdict", { ...notes, overrules });
};

/** Lines of the sheet are read anew in the version before, with what was filled in beside them. */
export const down = async (db: Knex): Promise<void> => {
  const rows: (Record<string, string | number> & { stated: string; given: string })[] =
    await db("claims").orderBy("position");
  await db.schema.dropTable("claims");
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
    table.integer("revision").notNullable().defaultTo(1);
  });
  for (const { id, amplifier_id, printed_text, source, revision, stated } of rows) {
    const power: Claim["stated"] = JSON.parse(stated);
    const isWhole =
      power.kind === "power" &&
      power.rating === undefined &&
      power.loadOhms !== null &&
      power.channelsDriven !== null &&
      power.distortionLimitRatio !== null;
    if (isWhole)
      await db("claims").insert({
        id,
        amplifier_id,
        printed_text,
        source,
        revision,
        power_watts: power.powerWatts,
        load_ohms: power.loadOhms,
        channels_driven: power.channelsDriven,
        distortion_limit_ratio: power.distortionLimitRatio,
        distortion_measure: power.distortionMeasure ?? "thd",
      });
  }
  const sheets: { amplifier_id: string; content: string }[] = await db("documents")
    .where({ kind: "sheet" })
    .select("amplifier_id", "content");
  for (const { amplifier_id, content } of sheets) {
    const filledIn = Object.fromEntries(
      rows
        .filter((row) => row.amplifier_id === amplifier_id && row.line_key !== null)
        .map((row) => [row.line_key, JSON.parse(row.given)]),
    );
    await rewrite(db, amplifier_id, "sheet", { ...JSON.parse(content), filledIn });
  }
};

const ofPower = (row: FormerRow): Omit<Claim, "amplifierId"> => ({
  ...powerDraft({
    printedText: row.printed_text,
    source: row.source,
    powerWatts: row.power_watts,
    loadOhms: row.load_ohms,
    channelsDriven: row.channels_driven,
    distortionLimitRatio: row.distortion_limit_ratio,
    distortionMeasure: row.distortion_measure,
  }),
  id: row.id,
  revision: row.revision,
});

const columnsOf = (draft: ClaimDraft) => ({
  printed_text: draft.printedText,
  source: draft.source,
  stated: JSON.stringify(draft.stated),
  missing: JSON.stringify(draft.missing),
  nearest: draft.nearest,
  given: JSON.stringify(draft.given),
  line_key: draft.lineKey,
});

const hashOf = (amplifierId: string, key: string): string =>
  createHash("sha256").update(`${amplifierId}\n${key}`).digest("hex").slice(0, 32);

const documentOf = async <T>(db: Knex, amplifierId: string, kind: string): Promise<T | null> => {
  const row: { content: string } | undefined = await db("documents")
    .where({ amplifier_id: amplifierId, kind })
    .first();
  try {
    return row ? (JSON.parse(row.content) as T) : null;
  } catch {
    // What cannot be read stays where it is.
    return null;
  }
};

const rewrite = async (
  db: Knex,
  amplifierId: string,
  kind: string,
  content: object,
): Promise<void> => {
  await db("documents")
    .where({ amplifier_id: amplifierId, kind })
    .update({ content: JSON.stringify(content) });
};
