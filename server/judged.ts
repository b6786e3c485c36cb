import "server-only";
import type { Knex } from "knex";
import {
  recommendedRating,
  judge,
  JUDGE_VERSION,
  ratingsByMethod,
  type Evidence,
  type RecommendedRating,
  type MethodReading,
} from "@/core/verdict";
import { runEvidence, type RunEntry } from "@/records";
import {
  amplifierFacts,
  amplifierFigures,
  asSetUp,
  claimsToJudge,
  onThisBench,
  setupOfRun,
  foundLimits,
  measuredOutputs,
  measuredSupplies,
  type AmplifierFigure,
  type FoundLimit,
  type MeasuredOutput,
  type MeasuredSupply,
} from "@/records/facts";
import { shownVerdict, type ShownVerdict } from "@/phrasing";
import { evidenceRevision, findRuns } from "@/store";
import type { AmplifierRecords } from "./readAmplifier";

/** What the judge says of an amplifier. */
export type Judgement = {
  verdicts: readonly ShownVerdict[];
  ratings: readonly MethodReading[];
  recommended: RecommendedRating | null;
  found: readonly FoundLimit[];
  supplies: readonly MeasuredSupply[];
  outputs: readonly MeasuredOutput[];
  figures: readonly AmplifierFigure[];
};

/** Runs change by correction only: what was taken from them once is kept for the next judgement, as far as memory should go. */
const MOST_KEPT = 4000;
const kept = new Map<string, { evidence: Evidence; conditions: string }>();

/** So many results are read at a time, so that others get their turn. */
const AT_ONCE = 50;

/** Every run that was not struck out, as evidence. */
const evidenceOf = async (
  db: Knex,
  { runs, details }: Pick<AmplifierRecords, "runs" | "details">,
): Promise<Evidence[]> => {
  const counted = runs.filter(({ isStruck }) => !isStruck);
  const missing = counted.filter((entry) => !keptOf(entry)).map(({ id }) => id);
  const conditions = new Map(counted.map((entry) => [entry.id, correctableIn(entry)]));
  if (kept.size + missing.length > MOST_KEPT) kept.clear();
  const own = new Map(
    counted.flatMap((entry): [string, Evidence][] => {
      const evidence = keptOf(entry);
      return evidence ? [[entry.id, evidence]] : [];
    }),
  );
  for (let at = 0; at < missing.length; at += AT_ONCE)
    for (const run of await findRuns(db, missing.slice(at, at + AT_ONCE))) {
      const evidence = runEvidence(run);
      kept.set(run.id, { evidence, conditions: conditions.get(run.id) ?? "" });
      own.set(run.id, evidence);
    }
  return counted.flatMap((entry) => {
    const evidence = own.get(entry.id);
    return evidence ? [asSetUp(evidence, setupOfRun(entry, details), details)] : [];
  });
};

/** What of a run may have been corrected since it was kept. */
const correctableIn = ({ channelsDriven, setup }: RunEntry): string =>
  JSON.stringify([channelsDriven, setup]);

const keptOf = (entry: RunEntry): Evidence | null => {
  const known = kept.get(entry.id);
  return known?.conditions === correctableIn(entry) ? known.evidence : null;
};

/** The last judgements of a few amplifiers, each as of the state of its evidence in the database that is open. */
const MOST_JUDGEMENTS = 20;
const judgementsIn = new WeakMap<Knex, Map<string, { stand: string; judgement: Judgement }>>();

/** Judges all claims of an amplifier by all its runs. */
export const judgementOf = async (db: Knex, records: AmplifierRecords): Promise<Judgement> => {
  const { amplifier, verdictNotes, runs, loads, rig, details } = records;
  const bench = `${rig.revision}/${loads.map(({ id, revision }) => `${id}:${revision}`).join()}`;
  const stand = `${await evidenceRevision(db, amplifier.id)}/${runs.length}/${JUDGE_VERSION}/${details.revision}/${bench}`;
  const judgements = judgementsIn.get(db) ?? new Map();
  judgementsIn.set(db, judgements);
  const known = judgements.get(amplifier.id);
  if (known?.stand === stand) return known.judgement;
  const evidence = (await evidenceOf(db, records)).map((run) => onThisBench(run, records));
  const facts = amplifierFacts(records);
  const ratings = ratingsByMethod(evidence, facts);
  const recommended = recommendedRating(ratings, amplifier.channelCount, verdictNotes.house);
  const judgement = {
    verdicts: claimsToJudge(records).map((each) =>
      shownVerdict(each, judge(each.claim, evidence, facts), amplifier.channelCount),
    ),
    ratings,
    recommended,
    found: foundLimits(evidence),
    supplies: measuredSupplies(evidence, details.supplies),
    outputs: measuredOutputs(evidence, details.supplies),
    figures: amplifierFigures(
      evidence,
      { ratings, recommended },
      { ...details, channelCount: amplifier.channelCount },
    ),
  };
  if (judgements.size >= MOST_JUDGEMENTS) judgements.clear();
  judgements.set(amplifier.id, { stand, judgement });
  return judgement;
};
