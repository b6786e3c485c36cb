import "server-only";
import type { Knex } from "knex";
import { cautionTitle } from "@/phrasing";
import { cautionsFor } from "@/core/safety";
import type { SheetFacts } from "@/publish";
import type { RunEntry } from "@/records";
import { claimsToJudge, methodText, safetyFacts, supplyDifferences } from "@/records/facts";
import { findRuns, listLog } from "@/store";
import { shownComparison } from "./comparison";
import { judgementOf, type Judgement } from "./judged";
import type { AmplifierRecords } from "./readAmplifier";

/** All that a published page of an amplifier may tell. What is private (lender, what was seen, notes) is left out here, once for all ways out. */
export const sheetFacts = async (db: Knex, records: AmplifierRecords): Promise<SheetFacts> => {
  const { amplifier, publication, runs, details, comparisons, powers, loads, plan, rig } = records;
  const judgement = await judgementOf(db, records);
  const { verdicts, ratings, recommended, figures, supplies, outputs } = judgement;
  const wanted = publication.blocks.map(({ setId }) => setId);
  const shownSets = comparisons.sets.filter(({ id }) => wanted.includes(id));
  const { maker, model, kind, topology, year, channelCount } = amplifier;
  return {
    amplifier: { maker, model, kind, topology, year, channelCount },
    publication,
    at: new Date().toISOString(),
    verdicts,
    powers,
    stated: claimsToJudge(records).map(({ claim, setting }) => ({ ...claim, setting })),
    ratings,
    recommended,
    figures,
    supplies,
    outputs,
    supplyDifferences: supplies.length > 0 ? supplyDifferences(supplies, details.supplies) : [],
    runs: await findRuns(db, [...new Set([...leadingRuns(runs), ...referredRuns(judgement)])]),
    comparisons: await Promise.all(
      shownSets.map(async (set) => ({ set, shown: await shownComparison(db, set) })),
    ),
    photos: details.photos.map(({ sha256, caption }) => ({ sha256, caption })),
    method: methodText({ ...records, entries: await listLog(db, amplifier.id) }),
    cautions: cautionsFor(
      safetyFacts({ amplifier, claims: powers, loads, details, plan }, rig),
    ).map(cautionTitle),
  };
};

/** Of each kind the run that readers ask for: of a real bench, at the default setting, with the most channels driven, the newest. */
const leadingRuns = (runs: readonly RunEntry[]): string[] => {
  const ordered = runs
    .filter(({ isStruck }) => !isStruck)
    .toSorted(
      (a, b) =>
        Number(a.source === "simulated-bench") - Number(b.source === "simulated-bench") ||
        Number(a.setting !== "") - Number(b.setting !== "") ||
        b.channelsDriven - a.channelsDriven,
    );
  const kinds = new Set<string>();
  return ordered.flatMap(({ id, kind }) => {
    if (kinds.has(kind)) return [];
    kinds.add(kind);
    return [id];
  });
};

/** Runs that figures, ratings, supplies and verdicts come from. */
const referredRuns = ({ verdicts, ratings, figures, supplies, outputs }: Judgement): string[] =>
  [
    ...outputs.map(({ runId }) => runId),
    ...verdicts.map(({ reading }) => reading?.run?.id),
    ...ratings.map(({ reading }) => reading?.runId),
    ...figures.map(({ runId }) => runId),
    ...supplies.flatMap(({ outputs }) => outputs.map(({ runId }) => runId)),
  ].flatMap((id) => id ?? []);
