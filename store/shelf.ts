import type { Knex } from "knex";
import type { Amplifier, ShelfCounts, ShelfOrder, ShelfView } from "@/records";

/** A page of a view. */
export type ShelfQuery = ShelfView & { pageSize: number };

export type ShelfEntry = Pick<
  Amplifier,
  "id" | "maker" | "model" | "kind" | "topology" | "year" | "channelCount"
> & {
  claimCount: number;
  /** Moment of the newest run, UTC text. */
  lastRunAt: string | null;
};

const COLUMNS: Record<ShelfOrder, string> = {
  newest: "amplifiers.created_at",
  name: "amplifiers.maker COLLATE NOCASE",
  kind: "amplifiers.kind",
  margin: "summaries.margin_ratio",
  "last-run": "last_run_at",
};

const LAST_RUN =
  "(SELECT max(taken_at) FROM runs WHERE runs.amplifier_id = amplifiers.id) AS last_run_at";
const CLAIM_COUNT =
  "(SELECT count(*) FROM claims WHERE claims.amplifier_id = amplifiers.id) AS claim_count";

/** One page of the shelf, read in a few grouped queries however much is on it. */
export const shelfPage = async (
  db: Knex,
  { find, kind, order, descending, page, pageSize }: ShelfQuery,
): Promise<{ entries: ShelfEntry[]; counts: ShelfCounts }> => {
  const found = () => {
    const query = db("amplifiers").leftJoin("summaries", "summaries.amplifier_id", "amplifiers.id");
    if (kind !== null) query.where("amplifiers.kind", kind);
    for (const word of find.split(/\s+/).filter((each) => each !== ""))
      query.whereRaw(
        "(amplifiers.maker || ' ' || amplifiers.model || ' ' || coalesce(summaries.claim_text, '')) LIKE ? ESCAPE '\\'",
        [`%${word.replace(/[\\%_]/g, "\\$&")}%`],
      );
    return query;
  };
  const direction = descending ? "DESC" : "ASC";
  const rows = await found()
    .select("amplifiers.*", db.raw(LAST_RUN), db.raw(CLAIM_COUNT))
    .orderByRaw(`${COLUMNS[order]} IS NULL, ${COLUMNS[order]} ${direction}, amplifiers.id`)
    .limit(pageSize)
    .offset(page * pageSize);
  return {
    entries: rows.map((row) => ({
      id: row.id,
      maker: row.maker,
      model: row.model,
      kind: row.kind,
      topology: row.topology,
      year: row.year,
      channelCount: row.channel_count,
      claimCount: row.claim_count,
      lastRunAt: row.last_run_at,
    })),
    counts: await countsOf(db, find === "" && kind === null ? null : found()),
  };
};

const countsOf = async (db: Knex, found: Knex.QueryBuilder | null): Promise<ShelfCounts> => {
  const [all] = await db("amplifiers").count({ count: "*" });
  const [judged] = await db("summaries")
    .whereNotNull("status")
    .whereNot("status", "not-tested")
    .select(db.raw("count(*) AS judged"), db.raw("total(status = 'met') AS met"));
  const [stale] = await db("amplifiers")
    .leftJoin("summaries", "summaries.amplifier_id", "amplifiers.id")
    .whereNull("summaries.amplifier_id")
    .count({ count: "*" });
  const some = found && (await found.clone().count({ count: "*" }))[0];
  return {
    amplifiers: Number(all.count),
    found: Number((some ?? all).count),
    judged: Number(judged.judged),
    met: Number(judged.met),
    pending: Number(stale.count),
  };
};
