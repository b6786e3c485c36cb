import type { ForecastClass } from "../forecast";

/**
 * Watts of heat in the amplifier at some output: class A takes the same whatever it gives, class B and its relatives take
 * power with the square root of the output, class D in proportion.
 * @param efficiencyRatio at full output
 * @see Gray et al., Analysis and Design of Analog Integrated Circuits, chapter 5 (from memory)
 */
export const heatWatts = (
  stageClass: ForecastClass,
  outputWatts: number,
  fullWatts: number,
  efficiencyRatio: number,
): number => {
  const full = fullWatts / efficiencyRatio;
  const share = Math.min(1, outputWatts / fullWatts);
  const ofFull = { a: 1, d: share }[stageClass as string] ?? Math.sqrt(share);
  const taken = full * ofFull;
  return Math.max(0, taken - Math.min(outputWatts, taken));
};
