import { drivenText, limitText, type PowerLimit } from "../claim";
import { isNearLoad, powerStdUncertaintyRatio } from "../power";
import { RUN_KINDS, type RunKind } from "../run";
import {
  powerAtClipOnset,
  outputWithin,
  powerAtKnee,
  type PowerAtLimit,
  type StepReading,
} from "../sweep";
import { formatFixed } from "../units";
import { plainSetting, USUAL_HZ } from "./conditions";
import { combined } from "./judgeReading";
import { bandReading, burstReading, levelsOf, limitOfPower, toneOf } from "./questions/power";
import { knownFigure } from "./questions/knownFigures";
import { STRENGTH } from "./strength";
import type { AmplifierFacts, Evidence, EvidenceChannel, ClaimReading } from "./types";

export type SchoolName =
  | "full-band"
  | "tenth-percent"
  | "own-limit"
  | "knee"
  | "flat-tops"
  | "one-percent"
  | "one-second"
  | "one-minute"
  | "burst";

/** One school of stating power, and what it makes of the evidence: the weakest channel, as many driven as is said. */
export type SchoolReading = {
  name: SchoolName;
  label: string;
  /** Where the school is written down. */
  source: string;
  driven: "one" | "all";
  reading: {
    powerWatts: number;
    expandedUncertainty: number;
    bound: "at-least" | "at-most" | null;
    channelIndex: number;
    runId: string;
    isRehearsed: boolean;
  } | null;
  /** The run that would tell it, where nothing does. */
  settledBy: RunKind;
};

type Told = { value: number; expandedUncertainty: number; bound: "at-least" | "at-most" | null };

type School = Pick<SchoolReading, "name" | "label" | "source" | "settledBy"> & {
  /** null where the run does not tell it. */
  read(channel: EvidenceChannel, evidence: Evidence): Told | null;
};

/** The band that sheets mean by "full". */
const WIDE_BAND = { lowHz: 20, highHz: 20_000 };

/** A school that reads a sweep of levels at about 1 kHz. */
const swept =
  (at: (levels: readonly StepReading[]) => PowerAtLimit): School["read"] =>
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

const told = (reading: ClaimReading | undefined): Told | null => {
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
  (seconds: number): School["read"] =>
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

const schoolsFor = (own: PowerLimit, loadOhms: number): School[] => [
  {
    name: "full-band",
    label: `20 Hz to 20 kHz at ${limitText(own)}, warmed up`,
    source: "16 CFR 432",
    settledBy: "distortion-response",
    // The rule asks for the warm-up: without it this is another school.
    read: (channel, { isWarm }) => (isWarm ? told(bandReading(own, WIDE_BAND, channel)[0]) : null),
  },
  {
    name: "tenth-percent",
    label: "1 kHz, 0.1 %",
    source: "common practice",
    settledBy: "power-sweep",
    read: swept((levels) => outputWithin(levels, 0.001, "thd-plus-noise")),
  },
  {
    name: "own-limit",
    label: `the claim’s own limit, ${limitText(own)}`,
    source: "IEC 60268-3",
    settledBy: "power-sweep",
    read: swept((levels) => outputWithin(levels, own.distortionLimitRatio, own.distortionMeasure)),
  },
  {
    name: "knee",
    label: "at the knee",
    source: "this program, core/sweep/knee.ts",
    settledBy: "power-sweep",
    read: swept((levels) => powerAtKnee(levels)),
  },
  {
    name: "flat-tops",
    label: "just below flat tops",
    source: "common practice",
    settledBy: "power-sweep",
    read: swept(powerAtClipOnset),
  },
  {
    name: "one-percent",
    label: "1 kHz, 1 %",
    source: "common practice",
    settledBy: "power-sweep",
    read: swept((levels) => outputWithin(levels, 0.01, "thd-plus-noise")),
  },
  {
    name: "one-second",
    label: "short-term maximum, 1 s",
    source: "IEC 60268-3",
    settledBy: "staying-power",
    read: heldFor(1),
  },
  {
    name: "one-minute",
    label: "long-term maximum, 1 min",
    source: "IEC 60268-3",
    settledBy: "staying-power",
    read: heldFor(60),
  },
  {
    name: "burst",
    label: "20 ms burst",
    source: "CTA-2006",
    settledBy: "burst",
    read: (channel) => told(burstReading(loadOhms, channel)[0]),
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
  claims.flatMap(({ stated }) =>
    stated.kind === "power" && stated.rating === undefined ? [stated] : [],
  )[0] ?? null;

/**
 * The same amplifier rated by every main school, side by side, once with one and once with all channels driven: the weakest channel of
 * the weightiest run that tells it. Each school names its source in its own note.
 */
export const ratingSchools = (
  evidence: readonly Evidence[],
  facts: AmplifierFacts,
): SchoolReading[] => {
  const claim = leadingPower(facts);
  const own = limitOfPower(claim ?? { distortionLimitRatio: null, distortionMeasure: null });
  const loadOhms = claim?.loadOhms ?? 8;
  const usual = evidence
    .filter(
      ({ setting, supply, channels, source }) =>
        plainSetting(setting) === "" &&
        plainSetting(supply) === "" &&
        source !== "loudspeaker" &&
        channels.every((channel) => isNearLoad(channel.loadOhms, loadOhms)),
    )
    .toSorted(byWeight);
  return schoolsFor(own, loadOhms).flatMap((school) =>
    (["all", "one"] as const).map((driven) => ({
      name: school.name,
      label: school.label,
      source: school.source,
      settledBy: school.settledBy,
      driven,
      reading: firstTold(
        usual.filter((run) => drives(run, driven, facts)),
        school,
      ),
    })),
  );
};

/** Real before simulated, stronger before weaker, newest first. */
const byWeight = (a: Evidence, b: Evidence): number =>
  Number(a.source === "simulated") - Number(b.source === "simulated") ||
  STRENGTH[b.source] - STRENGTH[a.source] ||
  (a.takenAt < b.takenAt ? 1 : -1);

const firstTold = (runs: readonly Evidence[], school: School): SchoolReading["reading"] => {
  for (const run of runs) {
    const channels = run.channels.flatMap((channel) => {
      const found = school.read(channel, run);
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

/** A power that the reviewer may print with a good conscience, and why. */
export type HonestRating = { powerWatts: number; school: SchoolName; sentence: string };

/** Ratings are printed in steps that do not pretend to more than is known. Common practice: two digits, rounded down. */
const roundedDown = (watts: number): number => {
  const step = 10 ** Math.max(0, Math.floor(Math.log10(Math.max(watts, 1e-9))) - 1);
  return Math.floor(watts / step) * step;
};

/** In order: what all of the band holds, what a tenth of a percent leaves, the knee, one percent. */
const HONEST: readonly SchoolName[] = ["full-band", "tenth-percent", "knee", "one-percent"];

/**
 * An honest rating from the schools: with all channels driven where that was run, by the sternest school that has a reading, its
 * uncertainty taken off, rounded down. A chosen school of the house goes before it. Null without any reading of a real bench.
 * Chosen here, because a rating that is kept under the sternest school is kept under the others.
 */
export const honestRating = (
  schools: readonly SchoolReading[],
  channelCount: number,
  house: SchoolName | null = null,
): HonestRating | null => {
  const order = house === null ? HONEST : [house, ...HONEST];
  for (const driven of ["all", "one"] as const)
    for (const name of order) {
      const school = schools.find((each) => each.name === name && each.driven === driven);
      const reading = school?.reading;
      if (!school || !reading || reading.isRehearsed || reading.bound === "at-most") continue;
      const kept = reading.powerWatts - reading.expandedUncertainty;
      if (!(kept > 0)) continue;
      const watts = roundedDown(kept);
      const count = driven === "one" ? 1 : channelCount;
      return {
        powerWatts: watts,
        school: name,
        sentence: `${watts >= 10 ? formatFixed(watts, 0) : watts} W: what the weaker channel gives ${reasonOf(name, school.label)}, with ${drivenText(count)}, less its uncertainty.`,
      };
    }
  return null;
};

const reasonOf = (name: SchoolName, label: string): string => {
  if (name === "knee") return "where the curve bends";
  if (name === "full-band") return `from ${label.replace(", warmed up", "")}`;
  return name === "flat-tops" ? "before its tops flatten" : `at ${label.replace("1 kHz, ", "")}`;
};
