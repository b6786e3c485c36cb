import { dbToAmplitudeRatio, requireRange } from "../units";

const square = (value: number): number => value * value;

const aPoles = (f: number): number =>
  (square(12_194) * f ** 4) /
  ((f * f + square(20.6)) *
    Math.sqrt((f * f + square(107.7)) * (f * f + square(737.9))) *
    (f * f + square(12_194)));
const cPoles = (f: number): number =>
  (square(12_194) * f * f) / ((f * f + square(20.6)) * (f * f + square(12_194)));

/**
 * A-weighting as an amplitude ratio, 1 at 1000 Hz (0.11 at 100 Hz, which is -19.1 dB). 0 at 0 Hz.
 * @see IEC 61672-1, A-weighting, analytical form (from memory)
 */
export const aWeightingRatio = (frequencyHz: number): number =>
  aPoles(requireRange("frequencyHz", frequencyHz, 0, 1e6)) / aPoles(1000);

/** C-weighting as an amplitude ratio, 1 at 1000 Hz. @see IEC 61672-1, C-weighting, analytical form (from memory) */
export const cWeightingRatio = (frequencyHz: number): number =>
  cPoles(requireRange("frequencyHz", frequencyHz, 0, 1e6)) / cPoles(1000);

/**
 * ITU-R 468 weighting as an amplitude ratio, 1 at 1000 Hz (+12.2 dB at 6.3 kHz), for RMS reading.
 * @see ITU-R BS.468-4, annex 1, network; rational form (from memory)
 */
export const itu468WeightingRatio = (frequencyHz: number): number => {
  const f = requireRange("frequencyHz", frequencyHz, 0, 1e6);
  const h1 =
    -4.737338981378384e-24 * f ** 6 +
    2.043828333606125e-15 * f ** 4 -
    1.363894795463638e-7 * f * f +
    1;
  const h2 =
    1.306612257412824e-19 * f ** 5 - 2.118150887518656e-11 * f ** 3 + 5.559488023498642e-4 * f;
  return (dbToAmplitudeRatio(18.2) * 1.246332637532143e-4 * f) / Math.hypot(h1, h2);
};

export const WEIGHTINGS = {
  none: () => 1,
  a: aWeightingRatio,
  c: cWeightingRatio,
  "itu-468": itu468WeightingRatio,
} as const;
export type WeightingName = keyof typeof WEIGHTINGS;
