import {
  powerAtClipOnset,
  powerAtDistortion,
  powerAtKnee,
  type DistortionMeasure,
  type PowerAtLimit,
  type StepReading,
} from "../sweep";

/** One school of stating power, and what it makes of the evidence; null while there is no evidence for it. */
export type SchoolReading = { label: string; source: string; reading: PowerAtLimit | null };

/** Readings that a sweep at one frequency cannot give. Watts of the weakest channel, with standard uncertainties. */
export type OtherEvidence = Partial<
  Record<
    "fullBand" | "shortTerm" | "longTerm" | "burst",
    { powerWatts: number; powerWattsStdUncertainty: number }
  >
>;

/**
 * The same amplifier rated by every main school, side by side; the weakest channel counts.
 * @param channels the levels of each channel, in order of rising drive
 * @param ownLimit the claim's own limit, when there is a claim
 * Each school names its source in its own note.
 */
export const ratingSchools = (
  channels: readonly (readonly StepReading[])[],
  ownLimit: { ratio: number; measure: DistortionMeasure } | null,
  other: OtherEvidence = {},
): SchoolReading[] => {
  const weakest = (read: (steps: readonly StepReading[]) => PowerAtLimit): PowerAtLimit | null =>
    channels.length === 0
      ? null
      : channels
          .map(read)
          .reduce((least, reading) => (wattsOf(reading) < wattsOf(least) ? reading : least));
  const at = (ratio: number, measure: DistortionMeasure) =>
    weakest((steps) => powerAtDistortion(steps, ratio, measure));
  const taken = (evidence: OtherEvidence["burst"]): PowerAtLimit | null =>
    evidence ? { status: "reached", ...evidence } : null;
  return [
    { label: "1 kHz, 0.1 %", source: "common practice", reading: at(0.001, "thd-plus-noise") },
    ...(ownLimit
      ? [
          {
            label: "the claim's own limit",
            source: "IEC 60268-3 (distortion-limited)",
            reading: at(ownLimit.ratio, ownLimit.measure),
          },
        ]
      : []),
    {
      label: "at the knee",
      source: "this program, core/sweep/figures.ts",
      reading: weakest((steps) => powerAtKnee(steps)),
    },
    {
      label: "just below flat tops",
      source: "common practice",
      reading: weakest(powerAtClipOnset),
    },
    { label: "1 kHz, 1 %", source: "common practice", reading: at(0.01, "thd-plus-noise") },
    { label: "20 Hz to 20 kHz, warmed up", source: "16 CFR 432", reading: taken(other.fullBand) },
    { label: "short-term maximum, 1 s", source: "IEC 60268-3", reading: taken(other.shortTerm) },
    { label: "long-term maximum, 1 min", source: "IEC 60268-3", reading: taken(other.longTerm) },
    { label: "20 ms burst", source: "CTA-2006", reading: taken(other.burst) },
  ];
};

const wattsOf = (reading: PowerAtLimit): number =>
  reading.status === "never-below" ? 0 : reading.powerWatts;
