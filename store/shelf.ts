import type { Knex } from "knex";
import {
  SHELF_BOUNDS,
  type Amplifier,
  type ShelfBound,
  type ShelfCounts,
  type ShelfFilter,
  type ShelfOrder,
  type ShelfOutcome,
  type ShelfPlace,
  type ShelfView,
  type WrittenPlace,
} from "@/records";
import { outcomesIn, type JudgedCount } from "@/records/facts";
import { soughtWords } from "@/records/lookedFor";

/** A page of a view. */
export type ShelfQuery = ShelfView & { pageSize: number };

export type ShelfEntry = Pick<
  Amplifier,
  "id" | "maker" | "model" | "kind" | "topology" | "year" | "channelCount" | "createdAt"
> & {
  /** Moment of the newest run, UTC text. */
  lastRunAt: string | null;
  deletedAt: string | null;
  claimedWatts: number | null;
  honestWatts: number | null;
  massKilograms: number | null;
  price: number | null;
  supplies: string[];
  labels: string[];
};

const LAST_RUN = "(SELECT max(taken_at) FROM runs WHERE runs.amplifier_id = amplifiers.id)";

const COLUMNS: Record<ShelfOrder, string> = {
  newest: "amplifiers.created_at",
  name: "(amplifiers.maker || ' ' || amplifiers.model) COLLATE NOCASE",
  kind: "amplifiers.kind",
  year: "amplifiers.year",
  topology: "nullif(amplifiers.topology, 'not known')",
  channels: "amplifiers.channel_count",
  supply: "nullif(shelf_entries.supplies, '[]')",
  claim: "summaries.claimed_watts",
  margin: "summaries.margin_ratio",
  kept: "summaries.kept_share",
  honest: "summaries.honest_watts",
  mass: "shelf_entries.mass_kilograms",
  price: "shelf_entries.price",
  labels: "nullif(shelf_entries.labels, '[]') COLLATE NOCASE",
  "last-run": LAST_RUN,
};

const BOUNDED: Record<ShelfBound, string> = {
  year: "amplifiers.year",
  watts: "coalesce(summaries.honest_watts, summaries.claimed_watts)",
  price: "shelf_entries.price",
};

const PLACES: Record<ShelfPlace, string> = {
  shelf: "amplifiers.deleted_at IS NULL AND coalesce(shelf_entries.is_archived, 0) = 0",
  archive: "amplifiers.deleted_at IS NULL AND shelf_entries.is_archived = 1",
  deleted: "amplifiers.deleted_at IS NOT NULL",
};

/** All amplifiers, with what is kept beside them for lists. */
const amplifiers = (db: Knex) =>
  db("amplifiers")
    .leftJoin("summaries", "summaries.amplifier_id", "amplifiers.id")
    .leftJoin("shelf_entries", "shelf_entries.amplifier_id", "amplifiers.id");

const NAMED =
  "(amplifiers.maker || ' ' || amplifiers.model || ' ' || coalesce(summaries.claim_text, '')) LIKE ? ESCAPE '\\'";
const WRITTEN =
  "amplifiers.id IN (SELECT amplifier_id FROM written WHERE id IN (SELECT rowid FROM words WHERE words MATCH ?))";

/** A word is anywhere in the name, or begins one of those that were written. */
const whereWord = (query: Knex.QueryBuilder, word: string): void => {
  const inName = `%${word.replace(/[\\%_]/g, "\\$&")}%`;
  if (/[\p{L}\p{N}]/u.test(word))
    query.whereRaw(`(${NAMED} OR ${WRITTEN})`, [inName, `"${word.replaceAll('"', '""')}"*`]);
  else query.whereRaw(NAMED, [inName]);
};

const whereOutcome = (query: Knex.QueryBuilder, outcome: ShelfOutcome): void => {
  if (outcome === "not-tested") query.whereRaw("coalesce(summaries.judged_count, 0) = 0");
  else
    query.where("summaries.judged_count", ">", 0).whereIn("summaries.status", outcomesIn(outcome));
};

/** What a filter leaves of all amplifiers, wherever they are. */
const fitting = (db: Knex, filter: ShelfFilter): Knex.QueryBuilder => {
  const query = amplifiers(db);
  if (filter.kind !== null) query.where("amplifiers.kind", filter.kind);
  if (filter.outcome !== null) whereOutcome(query, filter.outcome);
  for (const [column, value] of [
    ["supplies", filter.supply],
    ["labels", filter.label],
  ])
    if (value !== null)
      query.whereRaw(
        `EXISTS (SELECT 1 FROM json_each(shelf_entries.${column}) WHERE value = ? COLLATE NOCASE)`,
        [value],
      );
  for (const bound of SHELF_BOUNDS) {
    const { from, to } = filter.bounds[bound];
    if (from !== null) query.whereRaw(`${BOUNDED[bound]} >= ?`, [from]);
    if (to !== null) query.whereRaw(`${BOUNDED[bound]} <= ?`, [to]);
  }
  for (const word of soughtWords(filter.find)) whereWord(query, word);
  return query;
};

/** What it leaves of those in its place. */
const foundBy = (db: Knex, filter: ShelfFilter): Knex.QueryBuilder =>
  fitting(db, filter).whereRaw(PLACES[filter.place]);

/** One page of the shelf, read in a few grouped queries however much is on it. */
export const shelfPage = async (
  db: Knex,
  query: ShelfQuery,
): Promise<{ entries: ShelfEntry[]; counts: ShelfCounts }> => {
  const { order, descending, page, pageSize } = query;
  const direction = descending ? "DESC" : "ASC";
  const column =
    order === "newest" && query.place === "deleted" ? "amplifiers.deleted_at" : COLUMNS[order];
  // What is sorted is carried along: so first the page's amplifiers are found, and then what is known of them is read.
  const found: { id: string }[] = await foundBy(db, query)
    .select("amplifiers.id as id")
    .orderByRaw(`${column} IS NULL, ${column} ${direction}, amplifiers.id`)
    .limit(pageSize)
    .offset(page * pageSize);
  const ids = found.map(({ id }) => id);
  const rows: (Record<string, never> & { id: string })[] = await amplifiers(db)
    .whereIn("amplifiers.id", ids)
    .select(
      "amplifiers.*",
      "claimed_watts",
      "honest_watts",
      "mass_kilograms",
      "price",
      "supplies",
      "labels",
      db.raw(`${LAST_RUN} AS last_run_at`),
    );
  rows.sort((one, other) => ids.indexOf(one.id) - ids.indexOf(other.id));
  return {
    entries: rows.map((row) => ({
      id: row.id,
      maker: row.maker,
      model: row.model,
      kind: row.kind,
      topology: row.topology,
      year: row.year,
      channelCount: row.channel_count,
      createdAt: row.created_at,
      lastRunAt: row.last_run_at,
      deletedAt: row.deleted_at,
      claimedWatts: row.claimed_watts,
      honestWatts: row.honest_watts,
      massKilograms: row.mass_kilograms,
      price: row.price,
      supplies: JSON.parse(row.supplies ?? "[]"),
      labels: JSON.parse(row.labels ?? "[]"),
    })),
    counts: await shelfCounts(db, query),
  };
};

/** How the shelf stands, and how much a filter finds in each place. */
export const shelfCounts = async (db: Knex, filter: ShelfFilter): Promise<ShelfCounts> => {
  const countedIn = (query: Knex.QueryBuilder, counts: Record<string, string>) =>
    query.first(
      ...Object.entries(counts).map(([name, condition]) =>
        db.raw(`total(${condition}) AS ??`, [name]),
      ),
    ) as unknown as Promise<Record<string, number>>;
  const found = await countedIn(fitting(db, filter), PLACES);
  const all = await countedIn(amplifiers(db).whereRaw(PLACES.shelf), {
    amplifiers: "1",
    judged: "coalesce(judged_count, 0) > 0",
    met: "coalesce(judged_count, 0) > 0 AND status = 'met'",
    pending: "summaries.amplifier_id IS NULL",
  });
  return {
    amplifiers: all.amplifiers,
    archive: found.archive,
    deleted: found.deleted,
    found: found[filter.place],
    judged: all.judged,
    met: all.met,
    pending: all.pending,
  };
};

/** All labels that are given to anything that is not deleted, in the order of the alphabet. */
export const listLabels = async (db: Knex): Promise<string[]> => {
  const rows: { label: string }[] = await db.raw(
    `SELECT min(value) AS label FROM shelf_entries
     JOIN amplifiers ON amplifiers.id = shelf_entries.amplifier_id AND deleted_at IS NULL, json_each(shelf_entries.labels)
     GROUP BY value COLLATE NOCASE ORDER BY label COLLATE NOCASE`,
  );
  return rows.map(({ label }) => label);
};

/** What is written of some amplifiers, by their ids. */
export const findWritten = async (
  db: Knex,
  amplifierIds: readonly string[],
): Promise<Map<string, { place: WrittenPlace; text: string }[]>> => {
  const rows: { amplifier_id: string; place: WrittenPlace; text: string }[] = await db("written")
    .whereIn("amplifier_id", amplifierIds)
    .orderBy("id");
  const written = new Map<string, { place: WrittenPlace; text: string }[]>();
  for (const id of amplifierIds) written.set(id, []);
  for (const { amplifier_id, place, text } of rows)
    written.get(amplifier_id)?.push({ place, text });
  return written;
};

/** Claims of what a filter finds that a real bench has judged, counted by all that they are compared by. */
export const countJudged = async (db: Knex, filter: ShelfFilter): Promise<JudgedCount[]> =>
  foundBy(db, filter)
    .join("judged_claims", "judged_claims.amplifier_id", "amplifiers.id")
    .groupBy("year", "amplifiers.kind", "price", "judged_claims.kind", "outcome")
    .select(
      "year",
      "amplifiers.kind as amplifierKind",
      "price",
      "judged_claims.kind as claimKind",
      "outcome",
      db.raw("total(judged_claims.count) AS count"),
    );
