import "server-only";
import type { Knex } from "knex";
import { JUDGE_VERSION } from "@/core/verdict";
import type { ClaimCounts, ShelfClaim } from "@/records";
import type { ShownVerdict } from "@/phrasing";
import { groupOf, isJudged } from "@/records/facts";
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

/** Summaries of some amplifiers by their ids; those that are out of date are rebuilt, and kept where that is possible. */
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

/** After so long without another change the summaries are made that are out of date; a bench at work is not held up by them. */
const SOON_MILLISECONDS = 4000;
let soon: NodeJS.Timeout | undefined;

/** Has what has changed summed up shortly, so that no page has to wait for it and no list goes by what was. */
export const summariseSoon = (db: Knex): void => {
  clearTimeout(soon);
  soon = setTimeout(
    () => void summariseAll(db).catch((error: unknown) => console.error("summaries:", error)),
    SOON_MILLISECONDS,
  ).unref();
};

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
  const judgement = records && (await judgementOf(db, records));
  const verdicts = judgement?.verdicts ?? [];
  const worst = worstOf(verdicts);
  const summary = {
    ...knownBy(worst),
    claimedWatts: largest(records?.powers.map(({ powerWatts }) => powerWatts) ?? []),
    honestWatts: judgement?.recommended?.powerWatts ?? null,
    judged: verdicts
      .filter(isJudged)
      .map(({ claimKind, outcome }) => ({ kind: claimKind, outcome })),
    content: { claim: worst && shelfClaim(worst), counts: countsOf(verdicts) },
  };
  // Records that can only be read keep none; it is rebuilt each time then.
  await keepSummary(db, id, summary, stand).catch(() => {});
  return summary;
};

/** The claim that it is known by, in what lists go by. */
const knownBy = (worst: ShownVerdict | null) => {
  const strip = worst?.reading?.strip ?? null;
  return {
    claimText: worst?.words ?? "",
    status: worst?.outcome ?? null,
    marginRatio: strip ? strip.value / strip.claimedWatts - 1 : null,
  };
};

const largest = (watts: readonly number[]): number | null =>
  watts.length > 0 ? Math.max(...watts) : null;

const countsOf = (verdicts: readonly ShownVerdict[]): ClaimCounts => ({
  claims: verdicts.length,
  judged: verdicts.filter(isJudged).length,
  kept: verdicts.filter(({ outcome }) => outcome === "met").length,
});

const shelfClaim = ({
  words,
  outcome,
  sentence,
  simulated,
  reading,
  otherReading,
}: ShownVerdict): ShelfClaim => ({
  text: words,
  outcome,
  sentence,
  isSimulated: outcome === "not-tested" && simulated !== null,
  reading: reading?.text ?? null,
  margin: reading?.margin ?? null,
  otherReading,
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
