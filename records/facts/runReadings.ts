import { limitText } from "@/core/claim";
import { COVERAGE_FACTOR, isNearLoad } from "@/core/power";
import { levelFigures, RUN_KINDS, type Figure } from "@/core/run";
import { judge } from "@/core/verdict";
import type { StatedPower, Run } from "@/records";
import {
  aloneAsEvidence,
  claimMark,
  factsOfRun,
  isMadeForRun,
  type ClaimMark,
  type SetClaim,
} from "./claimMark";

type ReadRun = Pick<Run, "kind" | "conditions" | "result">;

/** Where a channel's curve passes the limit, with the half width of about 95 %. */
export type Crossing = { channelIndex: number; x: number; expandedUncertainty: number; y: number };

/** Everything the screen shows of a run's readings, at the limit of a claim where there is one. */
export type RunReadings = {
  /** A list a channel; the first is the main reading. */
  figures: readonly (readonly Figure[])[];
  mark: ClaimMark | null;
  crossings: readonly Crossing[];
};

/** Claims of power that a run is held against: those near whose load, and with whose supply and settings, it was made. */
export const fittingClaims = (
  { kind, conditions }: Pick<Run, "kind" | "conditions">,
  claims: readonly StatedPower[],
): StatedPower[] =>
  RUN_KINDS[kind].speaksTo === "power"
    ? claims.filter(
        (claim) =>
          isMadeForRun(claim, { conditions }) &&
          conditions.channels.every((channel) => isNearLoad(channel.loadOhms, claim.loadOhms)),
      )
    : [];

/**
 * What a run says, and how the claim comes out by it.
 * @param claim of power, one of `fittingClaims`; output is then given at its limit
 * @param stated printed claims of any other kind
 */
export const runReadings = (
  run: ReadRun,
  claim: StatedPower | null,
  stated: readonly SetClaim[],
): RunReadings => {
  const { result } = run;
  if (claim) return readingsByClaim(run, claim);
  return {
    figures: result.channels.map(({ figures }) => figures),
    mark: claimMark(run, stated),
    crossings: [],
  };
};

const readingsByClaim = (run: ReadRun, record: StatedPower): RunReadings => {
  const claim = record;
  const toJudge = {
    printedText: record.printedText,
    stated: { ...claim, band: null },
    missing: [],
    nearest: null,
  };
  const limit = limitText(claim);
  const figures = run.result.channels.map(({ levels = [] }) => {
    const [main, ...others] = levelFigures(levels, claim);
    return [{ ...main, label: `output at the claim’s limit, ${limit}` }, ...others];
  });
  return {
    figures,
    mark: {
      text: `${claim.powerWatts} W`,
      status: judge(toJudge, [aloneAsEvidence(run)], factsOfRun(run, [toJudge])).outcome,
      note: null,
      band: {
        lowX: 0,
        highX: claim.powerWatts,
        lowY: null,
        highY: claim.distortionLimitRatio,
        label: `Claim: ${claim.powerWatts} W at ${limit}`,
        isCorner: true,
      },
    },
    crossings: figures.flatMap(([{ value, stdUncertainty, bound }], k) =>
      value && bound === null
        ? [
            {
              channelIndex: run.conditions.channels[k].channelIndex,
              x: value,
              expandedUncertainty: COVERAGE_FACTOR * (stdUncertainty ?? 0),
              y: claim.distortionLimitRatio,
            },
          ]
        : [],
    ),
  };
};
