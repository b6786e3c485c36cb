import "server-only";
import type { Knex } from "knex";
import { claimText } from "@/core/claim";
import { evidenceAt, JUDGE_VERSION, judgePowerClaim, type Verdict } from "@/core/verdict";
import { isPowerEvidence, powerClaim, powerEvidence, type Claim, type RunEntry } from "@/records";
import {
  evidenceRevision,
  findRuns,
  findSummaries,
  keepSummary,
  listClaims,
  listRunEntries,
  unsummarised,
  type Summary,
} from "@/store";

/** What lists and the frame say of an amplifier. */
export type AmplifierSummary = {
  /** The claim that the shelf shows: the first. */
  claim: { text: string; powerWatts: number; verdict: Verdict } | null;
  judgedCount: number;
};

/** A claim with its verdict. */
export type JudgedClaim = { claim: Claim; verdict: Verdict };

/** Judges claims by the runs of their amplifier; only the runs that decide are read. */
export const judgeClaims = async (
  db: Knex,
  claims: readonly Claim[],
  entries: readonly RunEntry[],
): Promise<JudgedClaim[]> => {
  const able = entries.filter(isPowerEvidence).map(({ id, channelsDriven, loadOhms }) => ({
    id,
    channelsDriven,
    channels: loadOhms.map((ohms) => ({ loadOhms: ohms })),
  }));
  const chosen = claims.map((claim) => evidenceAt(powerClaim(claim), able)?.id ?? null);
  const needed = [...new Set(chosen.filter((id) => id !== null))];
  const runs = await findRuns(db, needed);
  return claims.map((claim, k) => {
    const run = runs.find(({ id }) => id === chosen[k]);
    const evidence = run ? [powerEvidence(run)] : [];
    const elsewhere = evidence.length === 0 && able.length > 0;
    return { claim, verdict: judgePowerClaim(powerClaim(claim), evidence, elsewhere) };
  });
};

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
  (await summariesOf(db, [amplifierId])).get(amplifierId) ?? { claim: null, judgedCount: 0 };

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
  const judged = await judgeClaims(db, await listClaims(db, id), await listRunEntries(db, id));
  const [first] = judged;
  const summary = {
    claimText: first ? claimText(powerClaim(first.claim)) : "",
    status: first?.verdict.status ?? null,
    marginRatio: first?.verdict.measured?.marginRatio ?? null,
    content: {
      claim: first
        ? {
            text: claimText(powerClaim(first.claim)),
            powerWatts: first.claim.powerWatts,
            verdict: first.verdict,
          }
        : null,
      judgedCount: judged.filter(({ verdict }) => verdict.status !== "not-tested").length,
    },
  };
  // Records that can only be read keep none; it is made anew each time then.
  await keepSummary(db, id, summary, stand).catch(() => {});
  return summary;
};
