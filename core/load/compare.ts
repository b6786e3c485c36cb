import { POINTS } from "./assess";
import { mountedWatts } from "./mounting";
import type { LoadChoice } from "./findLoads";
import type { LoadDemand, NetworkReport, PowerResistor } from "./types";

/** In what a load is worse than the best one: ratios, number of parts, or degrees Celsius; the duration in seconds. */
export type LoadDrawback =
  | { code: "overload" }
  | { code: "duration"; seconds: number }
  | { code: TraitCode; own: number; best: number };

/** What to be careful about with a load. */
export type LoadWarning =
  | {
      code: "overloaded-part";
      name: string;
      watts: number;
      ratedWatts: number;
      isWireWound: boolean;
    }
  | { code: "never" }
  | { code: "duration"; allowedSeconds: number; wantedSeconds: number };

type TraitCode =
  "resistance" | "uncertainty" | "drift" | "high-frequency" | "parts" | "temperature";
type Trait = { code: TraitCode; read(report: NetworkReport): number; weight: number };

/** What one load may be worse in, each in the points of its cost. */
const TRAITS: readonly Trait[] = [
  {
    code: "resistance",
    read: ({ errorRatio }) => Math.abs(errorRatio),
    weight: POINTS.errorRatio,
  },
  {
    code: "uncertainty",
    read: ({ resistance }) => resistance.ohmsStdUncertainty / resistance.ohms,
    weight: POINTS.readingRatio,
  },
  {
    code: "drift",
    read: ({ driftRatio }) => Math.abs(driftRatio),
    weight: POINTS.readingRatio,
  },
  {
    code: "high-frequency",
    read: ({ highFrequencyRatio }) => Math.abs(highFrequencyRatio),
    weight: POINTS.readingRatio,
  },
  { code: "parts", read: ({ parts }) => parts.length, weight: POINTS.part },
  { code: "temperature", read: ({ hottestCelsius }) => hottestCelsius, weight: POINTS.kelvin },
];

/** Why a choice is worse than the best one: its three weightiest reasons at most, the weightiest first. */
export const whyWorse = (
  choice: LoadChoice,
  best: LoadChoice,
  { seconds }: LoadDemand,
): LoadDrawback[] => {
  const shortest = Math.min(...choice.channels.map(({ allowedSeconds }) => allowedSeconds));
  const tooShort: LoadDrawback[] =
    shortest < seconds
      ? [shortest === 0 ? { code: "overload" } : { code: "duration", seconds: shortest }]
      : [];
  const worst = (reports: readonly NetworkReport[], { read }: Trait) =>
    Math.max(...reports.map(read));
  const reasons = TRAITS.map((trait) => ({
    trait,
    own: worst(choice.channels, trait),
    best: worst(best.channels, trait),
  }))
    .map((each) => ({ ...each, points: each.trait.weight * (each.own - each.best) }))
    .filter(({ points }) => points > 0.05)
    .sort((left, right) => right.points - left.points)
    .map(({ trait: { code }, own, best }) => ({ code, own, best }));
  return [...tooShort, ...reasons].slice(0, 3);
};

/** What to be careful about with a network. Common practice of power resistors and their mounting. */
export const loadWarnings = (
  { parts, allowedSeconds }: NetworkReport,
  shelf: readonly PowerResistor[],
  { seconds }: LoadDemand,
): LoadWarning[] => {
  const warnings = parts
    .filter(({ stressRatio }) => stressRatio > 1)
    .map(({ index, watts }): LoadWarning => {
      const { name, construction } = shelf[index];
      return {
        code: "overloaded-part",
        name,
        watts,
        ratedWatts: mountedWatts(shelf[index]),
        isWireWound: construction === "wire-wound",
      };
    });
  if (allowedSeconds >= seconds) return warnings;
  return [
    ...warnings,
    allowedSeconds === 0
      ? { code: "never" }
      : { code: "duration", allowedSeconds, wantedSeconds: seconds },
  ];
};
