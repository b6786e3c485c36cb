import type { PowerLimit } from "../claim";
import { isNearLoad, powerStdUncertaintyRatio } from "../power";
import { RUN_KINDS, type RunKind } from "../run";
import {
  powerAtClipOnset,
  outputWithin,
  powerAtKnee,
  type PowerAtLimit,
  type StepReading,
} from "../sweep";
import { connectionOf, isAsSupplied, plainSetting, USUAL_HZ } from "./conditions";
import { combined } from "./judgeReading";
import { bandReading, burstReading, levelsOf, limitOfPower, toneOf } from "./questions/power";
import { knownFigure } from "./questions/knownFigures";
import { STRENGTH } from "./strength";
import type { AmplifierFacts, Evidence, EvidenceChannel, ClaimReading } from "./types";

/** How a power rating is defined. */
export type RatingMethodName =
  | "full-band"
  | "tenth-percent"
  | "own-limit"
  | "knee"
  | "flat-tops"
  | "one-percent"
  | "one-second"
  | "one-minute"
  | "burst";

/** The power that one rating method gives: of the weakest channel, with one or all channels driven. */
export type MethodReading = {
  name: RatingMethodName;
  /** The limit of the leading claim, for methods that go by it. */
  limit: PowerLimit;
  driven: "one" | "all";
  reading: {
    powerWatts: number;
    expandedUncertainty: number;
    bound: "at-least" | "at-most" | null;
    channelIndex: number;
    runId: string;
    isRehearsed: boolean;
  } | null;
  /** The run that the method needs. */
  settledBy: RunKind;
};

type RatedPower = {
  value: number;
  expandedUncertainty: number;
  bound: "at-least" | "at-most" | null;
};

/** A rating method: the run that it needs, and how it reads the power from it. Names and sources are in phrasing/ratingMethods. */
type RatingMethod = Pick<MethodReading, "name" | "settledBy"> & {
  /** null where the run does not have it. */
  read(channel: EvidenceChannel, evidence: Evidence): RatedPower | null;
};

/** The band that sheets mean by "full". */
const WIDE_BAND = { lowHz: 20, highHz: 20_000 };

/** A method that reads a sweep of levels at about 1 kHz. */
const swept =
  (at: (levels: readonly StepReading[]) => PowerAtLimit): RatingMethod["read"] =>
  (channel, evidence) => {
    const levels = levelsOf(channel);
    const hertz = toneOf(evidence);
    const isUsual = hertz === null || Math.abs(hertz / USUAL_HZ - 1) < 0.06;
    if (levels.length < 2 || !isUsual || RUN_KINDS[evidence.kind].isBridged) return null;
    const found = at(levels);
    return found.status === "never-below"
      ? { value: 0, expandedUncertainty: 0, bound: null }
      : {
          value: found.powerWatts,
          expandedUncertainty: 2 * found.powerWattsStdUncertainty,
          bound: found.status === "at-least" ? "at-least" : null,
        };
  };

const ratedPower = (reading: ClaimReading | undefined): RatedPower | null => {
  if (!reading) return null;
  const { stdUncertainty, coverageFactor } = combined(reading.budget);
  return {
    value: reading.value,
    expandedUncertainty: coverageFactor * stdUncertainty,
    bound: reading.bound,
  };
};

/** Power that was held for so long, by name of its figure. */
const heldFor =
  (seconds: number): RatingMethod["read"] =>
  (channel) => {
    const figure = knownFigure(channel, ({ name }) => name === `held-${seconds}`);
    return (
      figure && {
        value: figure.value,
        expandedUncertainty: 2 * figure.value * powerStdUncertaintyRatio(channel),
        bound: null,
      }
    );
  };

const methodsFor = (own: PowerLimit, loadOhms: number): RatingMethod[] => [
  {
    name: "full-band",
    settledBy: "distortion-response",
    // The rule requires the warm-up.
    read: (channel, { isWarm }) =>
      isWarm ? ratedPower(bandReading(own, WIDE_BAND, channel)[0]) : null,
  },
  {
    name: "tenth-percent",
    settledBy: "power-sweep",
    read: swept((levels) => outputWithin(levels, 0.001, "thd-plus-noise")),
  },
  {
    name: "own-limit",
    settledBy: "power-sweep",
    read: swept((levels) => outputWithin(levels, own.distortionLimitRatio, own.distortionMeasure)),
  },
  {
    name: "knee",
    settledBy: "power-sweep",
    read: swept((levels) => powerAtKnee(levels)),
  },
  {
    name: "flat-tops",
    settledBy: "power-sweep",
    read: swept(powerAtClipOnset),
  },
  {
    name: "one-percent",
    settledBy: "power-sweep",
    read: swept((levels) => outputWithin(levels, 0.01, "thd-plus-noise")),
  },
  {
    name: "one-second",
    settledBy: "staying-power",
    read: heldFor(1),
  },
  {
    name: "one-minute",
    settledBy: "staying-power",
    read: heldFor(60),
  },
  {
    name: "burst",
    settledBy: "burst",
    read: (channel) => ratedPower(burstReading(loadOhms, channel)[0]),
  },
];

/** How many a run drives: one, or every channel there is. */
const drives = (
  { channelsDriven }: Evidence,
  driven: "one" | "all",
  { channelCount }: AmplifierFacts,
): boolean => (driven === "one" ? channelsDriven === 1 : channelsDriven >= (channelCount ?? 2));

/** The claim that names the load and the limit of a rating: the first of continuous power. */
const leadingPower = ({ claims }: AmplifierFacts) =>
  claims.flatMap(({ stated, madeFor }) =>
    stated.kind === "power" && stated.rating === undefined && (!madeFor || isAsSupplied(madeFor))
      ? [stated]
      : [],
  )[0] ?? null;

/**
 * The same amplifier rated by every main method, side by side, once with one and once with all channels driven: the weakest channel of
 * the weightiest run that has it.
 * @see 16 CFR 432, IEC 60268-3 and CTA-2006, each from memory
 */
export const ratingsByMethod = (
  evidence: readonly Evidence[],
  facts: AmplifierFacts,
): MethodReading[] => {
  const claim = leadingPower(facts);
  const own = limitOfPower(claim ?? { distortionLimitRatio: null, distortionMeasure: null });
  const loadOhms = claim?.loadOhms ?? 8;
  const usual = evidence
    .filter(
      (run) =>
        plainSetting(run.setting) === "" &&
        plainSetting(run.supply) === "" &&
        !run.unrecorded?.length &&
        connectionOf(run) === "normal" &&
        run.source !== "loudspeaker" &&
        run.channels.every((channel) => isNearLoad(channel.loadOhms, loadOhms)),
    )
    .toSorted(byWeight);
  return methodsFor(own, loadOhms).flatMap((method) =>
    (["all", "one"] as const).map((driven) => ({
      name: method.name,
      limit: own,
      settledBy: method.settledBy,
      driven,
      reading: firstReading(
        usual.filter((run) => drives(run, driven, facts)),
        method,
      ),
    })),
  );
};

/** Real before simulated, stronger before weaker, newest first. */
const byWeight = (a: Evidence, b: Evidence): number =>
  Number(a.source === "simulated") - Number(b.source === "simulated") ||
  STRENGTH[b.source] - STRENGTH[a.source] ||
  (a.takenAt < b.takenAt ? 1 : -1);

const firstReading = (
  runs: readonly Evidence[],
  method: RatingMethod,
): MethodReading["reading"] => {
  for (const run of runs) {
    const channels = run.channels.flatMap((channel) => {
      const found = method.read(channel, run);
      return found && Number.isFinite(found.value) && Number.isFinite(found.expandedUncertainty)
        ? [{ ...found, channelIndex: channel.channelIndex }]
        : [];
    });
    if (channels.length === 0) continue;
    const { value, ...weakest } = channels.toSorted((a, b) => a.value - b.value)[0];
    return {
      ...weakest,
      powerWatts: value,
      runId: run.id,
      isRehearsed: run.source === "simulated",
    };
  }
  return null;
};

/** A power that the measurements support, and the method that it comes from. */
export type RecommendedRating = {
  powerWatts: number;
  method: RatingMethodName;
  limit: PowerLimit;
  channelsDriven: number;
};

/** Two significant digits, rounded down, so that the rating claims no more than is known. */
const roundedDown = (watts: number): number => {
  const step = 10 ** Math.max(0, Math.floor(Math.log10(Math.max(watts, 1e-9))) - 1);
  return Math.floor(watts / step) * step;
};

/** The strictest first: a rating that holds under one holds under those after it. */
const STRICTEST_FIRST: readonly RatingMethodName[] = [
  "full-band",
  "tenth-percent",
  "knee",
  "one-percent",
];

/**
 * The rating that the measurements support: with all channels driven where that was run, by the strictest method with a reading, less
 * its uncertainty, rounded down. Null without any reading of a real bench.
 * @param preferred the method that the reviewer chose to go first; the strictest where it is null
 */
export const recommendedRating = (
  readings: readonly MethodReading[],
  channelCount: number,
  preferred: RatingMethodName | null = null,
): RecommendedRating | null => {
  const order = preferred === null ? STRICTEST_FIRST : [preferred, ...STRICTEST_FIRST];
  for (const driven of ["all", "one"] as const)
    for (const name of order) {
      const method = readings.find((each) => each.name === name && each.driven === driven);
      const reading = method?.reading;
      if (!method || !reading || reading.isRehearsed || reading.bound === "at-most") continue;
      const watts = reading.powerWatts - reading.expandedUncertainty;
      if (watts > 0)
        return {
          powerWatts: roundedDown(watts),
          method: name,
          limit: method.limit,
          channelsDriven: driven === "one" ? 1 : channelCount,
        };
    }
  return null;
};
