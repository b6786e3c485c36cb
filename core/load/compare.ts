import { formatFixed, formatSignificant } from "../units";
import { COVERAGE_FACTOR } from "../power";
import { POINTS } from "./assess";
import { mountedWatts } from "./mounting";
import type { LoadChoice } from "./findLoads";
import type { LoadDemand, NetworkReport, PowerResistor } from "./types";

type Trait = {
  read(report: NetworkReport): number;
  weight: number;
  words(mine: number, best: number): string;
};

const percent = (ratio: number): string => `${formatFixed(100 * Math.abs(ratio), 1)} %`;

/** What one load may be worse in, each in the points of its cost. */
const TRAITS: readonly Trait[] = [
  {
    read: ({ errorRatio }) => Math.abs(errorRatio),
    weight: POINTS.errorRatio,
    words: (mine, best) => `${percent(mine)} off the wanted resistance, not ${percent(best)}`,
  },
  {
    read: ({ resistance }) => resistance.ohmsStdUncertainty / resistance.ohms,
    weight: POINTS.readingRatio,
    words: (mine, best) =>
      `less certain resistance, ± ${percent(COVERAGE_FACTOR * mine)} rather than ${percent(COVERAGE_FACTOR * best)}`,
  },
  {
    read: ({ driftRatio }) => Math.abs(driftRatio),
    weight: POINTS.readingRatio,
    words: (mine, best) => `drifts ${percent(mine)} while hot, not ${percent(best)}`,
  },
  {
    read: ({ highFrequencyRatio }) => Math.abs(highFrequencyRatio),
    weight: POINTS.readingRatio,
    words: (mine, best) => `${percent(mine)} off at 20 kHz, not ${percent(best)}`,
  },
  {
    read: ({ parts }) => parts.length,
    weight: POINTS.part,
    words: (mine, best) => `${mine} parts to wire instead of ${best}`,
  },
  {
    read: ({ hottestCelsius }) => hottestCelsius,
    weight: POINTS.kelvin,
    words: (mine, best) =>
      `reaches ${formatSignificant(mine, 2)} °C, not ${formatSignificant(best, 2)} °C`,
  },
];

/**
 * Why a choice is worse than the best one: its weightiest reasons first.
 * Chosen here, because the weightiest reason must come first.
 */
export const whyWorse = (
  choice: LoadChoice,
  best: LoadChoice,
  { seconds }: LoadDemand,
): string[] => {
  const shortest = Math.min(...choice.channels.map(({ allowedSeconds }) => allowedSeconds));
  const tooShort =
    shortest < seconds
      ? [
          shortest === 0
            ? "a part would exceed its overload rating"
            : `can be driven for ${formatSignificant(shortest, 2)} s only`,
        ]
      : [];
  const worst = (reports: readonly NetworkReport[], { read }: Trait) =>
    Math.max(...reports.map(read));
  const reasons = TRAITS.map((trait) => ({
    trait,
    mine: worst(choice.channels, trait),
    other: worst(best.channels, trait),
  }))
    .map((each) => ({ ...each, points: each.trait.weight * (each.mine - each.other) }))
    .filter(({ points }) => points > 0.05)
    .sort((left, right) => right.points - left.points);
  return [...tooShort, ...reasons.map(({ trait, mine, other }) => trait.words(mine, other))].slice(
    0,
    3,
  );
};

/**
 * What to be careful about with a network, each with its reason.
 * Common practice of power resistors and their mounting.
 */
export const loadWarnings = (
  { parts, allowedSeconds }: NetworkReport,
  shelf: readonly PowerResistor[],
  { seconds }: LoadDemand,
): string[] => {
  const warnings = parts.flatMap(({ index, watts, stressRatio }) => {
    if (stressRatio <= 1) return [];
    const resistor = shelf[index];
    const taken = `${resistor.name} dissipates ${formatSignificant(watts, 3)} W and is rated ${formatSignificant(mountedWatts(resistor), 3)} W as mounted`;
    return [
      resistor.construction === "wire-wound"
        ? `${taken}: after that time the wire may break or the winding come off; stay behind a screen.`
        : `${taken}: after that time it may fail open without warning, and the amplifier then drives no load.`,
    ];
  });
  if (allowedSeconds < seconds)
    warnings.push(
      allowedSeconds === 0
        ? "Do not run it at this power."
        : `Run it for ${formatSignificant(allowedSeconds, 2)} s at most, not ${formatSignificant(seconds, 2)} s.`,
    );
  return warnings;
};
