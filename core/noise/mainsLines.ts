import { lineAmplitude, noiseBesideLine, type Spectrum } from "../spectrum";

/** One line of hum: its order (1 is the mains itself), frequency and RMS volts. */
export type MainsLine = { order: number; frequencyHz: number; voltsRms: number };

export type MainsHum = { mainsHz: number; lines: readonly MainsLine[]; voltsRms: number };

/** How far the mains may be off its nominal frequency. */
const SEARCH_RATIO = 0.006;
const SEARCH_STEPS = 60;
const ORDERS_TO_SEARCH = 6;
/** A line counts when it holds this many times the power that noise of its surroundings would put there. */
const STANDS_OUT = 20;

/**
 * Finds the mains frequency near 50 or 60 Hz (or near the one given) and the lines at its multiples. The frequency is
 * the one at which the lines up to the sixth order together are strongest, since a single line may be missing.
 * @param spectrum at least half a second under a Hann or Blackman-Harris window
 * @param highestHz lines are looked for up to here
 * Definition: lines at whole multiples of the mains frequency (EN 50160 for its tolerance, from memory).
 */
export const findMainsHum = (
  spectrum: Spectrum,
  highestHz: number,
  nominalHz?: number,
): MainsHum => {
  const powerAt = (mainsHz: number) => {
    let sum = 0;
    for (let order = 1; order <= ORDERS_TO_SEARCH; order++)
      sum += lineAmplitude(spectrum, order * mainsHz).voltsPeak ** 2;
    return sum;
  };
  let best = { mainsHz: nominalHz ?? 50, power: -1 };
  for (const centre of nominalHz ? [nominalHz] : [50, 60])
    for (let step = -SEARCH_STEPS; step <= SEARCH_STEPS; step++) {
      const mainsHz = centre * (1 + (SEARCH_RATIO * step) / SEARCH_STEPS);
      const power = powerAt(mainsHz);
      if (power > best.power) best = { mainsHz, power };
    }
  const lines: MainsLine[] = [];
  for (let order = 1; order * best.mainsHz <= highestHz; order++) {
    const frequencyHz = order * best.mainsHz;
    const voltsRms = lineAmplitude(spectrum, frequencyHz).voltsPeak / Math.SQRT2;
    if (voltsRms ** 2 > STANDS_OUT * noiseBesideLine(spectrum, frequencyHz))
      lines.push({ order, frequencyHz, voltsRms });
  }
  return {
    mainsHz: best.mainsHz,
    lines,
    voltsRms: Math.hypot(...lines.map((line) => line.voltsRms)),
  };
};
