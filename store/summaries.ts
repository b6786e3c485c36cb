import type { Knex } from "knex";

/** What the lists say of an amplifier; recomputed after anything that it depends on has changed. */
export type Summary<Content> = {
  /** The claim that the shelf shows, in words to be found by; empty where there is none. */
  claimText: string;
  /** Its verdict, or null. */
  status: string | null;
  marginRatio: number | null;
  /** The largest continuous power that is claimed of one channel. */
  claimedWatts: number | null;
  /** What it may honestly be called, by a real bench. */
  honestWatts: number | null;
  /** Claims that a real bench has said anything of. */
  judged: readonly { kind: string; outcome: string }[];
  content: Content;
};

/** Which state of the evidence, and which judge, a summary was made from. */
export type Stand = { evidenceRevision: number; judgeVersion: number };

/** Must be called in the same transaction as whatever changes claims, runs, or which of them count. */
export const evidenceChanged = async (
  db: Knex,
  amplifierIds: string | readonly string[],
): Promise<void> => {
  await db("amplifiers").whereIn("id", [amplifierIds].flat()).increment("evidence_revision", 1);
};

/** The state of an amplifier's evidence; 0 when there is no such amplifier. */
export const evidenceRevision = async (db: Knex, amplifierId: string): Promise<number> =>
  (await db("amplifiers").where({ id: amplifierId }).first("evidence_revision"))
    ?.evidence_revision ?? 0;

/** Content of the summaries of some amplifiers, by their ids; only of those that are current. */
export const findSummaries = async <Content>(
  db: Knex,
  amplifierIds: readonly string[],
  judgeVersion: number,
): Promise<Map<string, Content>> => {
  const rows: { id: string; content: string }[] = await db("summaries")
    .join("amplifiers", "amplifiers.id", "summaries.amplifier_id")
    .whereIn("summaries.amplifier_id", amplifierIds)
    .whereRaw("summaries.evidence_revision = amplifiers.evidence_revision")
    .where("summaries.judge_version", judgeVersion)
    .select("amplifiers.id as id", "summaries.content as content");
  return new Map(rows.map(({ id, content }) => [id, JSON.parse(content) as Content]));
};

/** The last summary that was made of an amplifier, current or not; null where there is none. */
export const lastSummary = async <Content>(
  db: Knex,
  amplifierId: string,
): Promise<Content | null> => {
  const row: { content: string } | undefined = await db("summaries")
    .where({ amplifier_id: amplifierId })
    .first("content");
  return row ? (JSON.parse(row.content) as Content) : null;
};

/** Keeps a summary with the state that it was made from; where that has changed meanwhile, it does not count. */
export const keepSummary = (
  db: Knex,
  amplifierId: string,
  { claimText, status, marginRatio, claimedWatts, honestWatts, judged, content }: Summary<unknown>,
  { evidenceRevision: revision, judgeVersion }: Stand,
): Promise<void> =>
  db.transaction(async (trx) => {
    const keptCount = judged.filter(({ outcome }) => outcome === "met").length;
    await trx("summaries")
      .insert({
        amplifier_id: amplifierId,
        evidence_revision: revision,
        judge_version: judgeVersion,
        claim_text: claimText,
        status,
        margin_ratio: marginRatio,
        claimed_watts: claimedWatts,
        honest_watts: honestWatts,
        judged_count: judged.length,
        kept_share: judged.length > 0 ? keptCount / judged.length : null,
        content: JSON.stringify(content),
      })
      .onConflict("amplifier_id")
      .merge();
    await trx("judged_claims").where({ amplifier_id: amplifierId }).delete();
    const rows = new Map<string, { kind: string; outcome: string; count: number }>();
    for (const { kind, outcome } of judged) {
      const key = `${kind} ${outcome}`;
      rows.set(key, { kind, outcome, count: (rows.get(key)?.count ?? 0) + 1 });
    }
    for (const row of rows.values())
      await trx("judged_claims").insert({ amplifier_id: amplifierId, ...row });
  });

/** Ids of some amplifiers that have no current summary. */
export const unsummarised = async (
  db: Knex,
  judgeVersion: number,
  most: number,
): Promise<string[]> =>
  (
    await db("amplifiers")
      .leftJoin("summaries", "summaries.amplifier_id", "amplifiers.id")
      .whereNull("amplifiers.deleted_at")
      .whereRaw(
        "(summaries.amplifier_id IS NULL OR summaries.evidence_revision <> amplifiers.evidence_revision OR summaries.judge_version <> ?)",
        [judgeVersion],
      )
      .limit(most)
      .select("amplifiers.id as id")
  ).map(({ id }: { id: string }) => id);
