import "server-only";
import type { Knex } from "knex";
import { JUDGE_VERSION } from "@/core/verdict";
import type { ClaimCounts, ShelfClaim } from "@/records";
import { groupOf, isJudged, type ShownVerdict } from "@/records/facts";
import {
  evidenceRevision,
  findSummaries,
  keepSummary,
  lastSummary,
  unsummarised,
  type Summary,
} from "@/store";
import { readAmplifierRecords } from "./readAmplifier";
import { judgementOf } from "./judged";

/** What lists and the frame say of an amplifier. */
export type AmplifierSummary = { claim: ShelfClaim | null; counts: ClaimCounts };

const NOTHING: AmplifierSummary = { claim: null, counts: { claims: 0, judged: 0, kept: 0 } };

/** Summaries of some amplifiers by their ids; those that are out of date are made anew, and kept where that is possible. */
export const summariesOf = async (
  db: Knex,
  amplifierIds: readonly string[],
): Promise<Map<string, AmplifierSummary>> => {
  const summaries = await findSummaries<AmplifierSummary>(db, amplifierIds, JUDGE_VERSION);
  for (const id of amplifierIds)
    if (!summaries.has(id)) summaries.set(id, (await summarise(db, id)).content);
  return summaries;
};

export const summaryOf = async (db: Knex, amplifierId: string): Promise<AmplifierSummary> =>
  (await summariesOf(db, [amplifierId])).get(amplifierId) ?? NOTHING;

/** What was last said of an amplifier: what only has to tell whether it may have changed need not wait for the judge. */
export const lastSummaryOf = async (db: Knex, amplifierId: string): Promise<AmplifierSummary> =>
  (await lastSummary<AmplifierSummary>(db, amplifierId)) ?? NOTHING;

/** Makes all summaries that are missing or out of date, and lets others work meanwhile. */
export const summariseAll = async (db: Knex): Promise<void> => {
  for (;;) {
    const ids = await unsummarised(db, JUDGE_VERSION, 20);
    if (ids.length === 0) return;
    for (const id of ids) {
      await summarise(db, id);
      await new Promise((others) => setTimeout(others, 1));
    }
  }
};

const summarise = async (db: Knex, id: string): Promise<Summary<AmplifierSummary>> => {
  const stand = { evidenceRevision: await evidenceRevision(db, id), judgeVersion: JUDGE_VERSION };
  const records = await readAmplifierRecords(db, id);
  const verdicts = records ? (await judgementOf(db, records)).verdicts : [];
  const worst = worstOf(verdicts);
  const strip = worst?.reading?.strip ?? null;
  const summary = {
    claimText: worst?.words ?? "",
    status: worst?.outcome ?? null,
    marginRatio: strip ? strip.value / strip.claimedWatts - 1 : null,
    content: { claim: worst && shelfClaim(worst), counts: countsOf(verdicts) },
  };
  // Records that can only be read keep none; it is made anew each time then.
  await keepSummary(db, id, summary, stand).catch(() => {});
  return summary;
};

const countsOf = (verdicts: readonly ShownVerdict[]): ClaimCounts => ({
  claims: verdicts.length,
  judged: verdicts.filter(isJudged).length,
  kept: verdicts.filter(({ outcome }) => outcome === "met").length,
});

const shelfClaim = ({
  words,
  outcome,
  sentence,
  rehearsed,
  reading,
}: ShownVerdict): ShelfClaim => ({
  text: words,
  outcome,
  sentence,
  isRehearsed: outcome === "not-tested" && rehearsed !== null,
  strip: reading?.strip ?? null,
});

const ORDER = ["missed", "open", "met"] as const;

/** The claim that an amplifier is known by: the worst that was judged; before anything was, the first. */
export const worstOf = (verdicts: readonly ShownVerdict[]): ShownVerdict | null => {
  const judged = verdicts.filter(
    (verdict) => isJudged(verdict) && verdict.outcome !== "not-testable",
  );
  const [worst] = judged.toSorted(
    (a, b) => ORDER.indexOf(groupOf(a.outcome)) - ORDER.indexOf(groupOf(b.outcome)),
  );
  return worst ?? verdicts[0] ?? null;
};
