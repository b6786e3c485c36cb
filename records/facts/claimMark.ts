import type { StatedClaim } from "@/core/claim";
import { isDoubtful } from "@/core/caution";
import { RUN_KINDS } from "@/core/run";
import { dbToAmplitudeRatio } from "@/core/units";
import {
  judge,
  plainSetting,
  type AmplifierFacts,
  type ClaimFinding,
  type ClaimOutcome,
  type ClaimToJudge,
} from "@/core/verdict";
import { runEvidence, type Run } from "@/records";

/** A span that a curve should stay within; null on a side that is free. In the units of the curve. */
export type ClaimBand = {
  lowX: number;
  highX: number;
  lowY: number | null;
  highY: number | null;
  label: string;
  /** Beyond its highest x nothing is claimed: the limit ends in a corner. */ isCorner?: true;
};

/** The reading proves nothing, or the claim leaves something out and is held against `finding` all the same. */
export type MarkNote =
  | { code: "doubtful" }
  | { code: "missing"; missing: readonly string[]; finding: ClaimFinding | null };

/** A printed claim that a run can be held against, and how it comes out; `band` is drawn on the chart of level. */
export type ClaimMark = {
  text: string;
  status: ClaimOutcome | null;
  note: MarkNote | null;
  band: ClaimBand | null;
};

/** What a run's claim is judged by: this run alone. */
export type MarkedRun = Pick<Run, "kind" | "conditions" | "result">;

/** A run as evidence by itself: how it would count were it the only one, whichever bench it was made on. */
export const aloneAsEvidence = (run: MarkedRun) => ({
  ...runEvidence({
    ...run,
    id: "this run",
    amplifierId: "",
    takenAt: "",
    source: "recording",
    sourceDetail: "",
    analysisVersion: 1,
    captures: [],
  }),
  setting: "",
});

/** Rated output and channels as the run itself has them, where no more is known. */
export const factsOfRun = (
  { conditions }: MarkedRun,
  claims: readonly ClaimToJudge[],
): AmplifierFacts => ({
  channelCount: conditions.channelsDriven,
  massKilograms: null,
  sizeMetres: [],
  claims,
});

/** A claim with what it is made for, as lists name settings. */
export type SetClaim = ClaimToJudge & { setting?: string };

/** Whether a claim is about an amplifier set up as this run had it. */
export const isMadeForRun = (
  { setting = "" }: { setting?: string },
  { conditions }: Pick<Run, "conditions">,
): boolean => plainSetting(setting) === plainSetting(conditions.setting ?? "");

/** The first printed claim that this run tests, or null. All channels must meet it. */
export const claimMark = (run: MarkedRun, claims: readonly SetClaim[]): ClaimMark | null => {
  const found = claims.find(
    (claim) => claim.stated.kind === RUN_KINDS[run.kind].speaksTo && isMadeForRun(claim, run),
  );
  if (!found) return null;
  // It is made for just what the run had.
  const read = { ...found, madeFor: undefined };
  const verdict = judge(read, [aloneAsEvidence(run)], factsOfRun(run, claims));
  const outcome = verdict.nearest?.outcome ?? verdict.outcome;
  return {
    text: read.printedText,
    status: outcome,
    note: noteOf(read, run, verdict.finding),
    band: bandOf(read.stated),
  };
};

const noteOf = (
  { missing }: ClaimToJudge,
  { result }: MarkedRun,
  finding: ClaimFinding | null,
): MarkNote | null => {
  const [main] = result.channels[0]?.figures ?? [];
  const isCautioned = result.channels.some(
    ({ cautions = [] }) => main && isDoubtful(cautions, main.name),
  );
  if (isCautioned) return { code: "doubtful" };
  return missing.length === 0 ? null : { code: "missing", missing, finding };
};

/** What of a claim can be drawn on the chart of its run. */
const bandOf = (stated: StatedClaim): ClaimBand | null => {
  if (stated.kind === "crosstalk")
    return {
      lowX: stated.frequencyHz ?? 20,
      highX: stated.frequencyHz ? stated.frequencyHz * 1.02 : 20_000,
      lowY: null,
      highY: dbToAmplitudeRatio(-stated.leastDb),
      label: `claim: −${stated.leastDb} dB`,
    };
  if (stated.kind !== "response") return null;
  const { band, upDb, downDb } = stated;
  return {
    lowX: band.lowHz,
    highX: band.highHz,
    lowY: downDb === null ? null : dbToAmplitudeRatio(-downDb),
    highY: upDb === null ? null : dbToAmplitudeRatio(upDb),
    label: `claim: ${upDb === null ? "" : `+${upDb}/`}${downDb === null ? "" : `−${downDb} dB`}`,
  };
};
