import { fitHarmonics, fitSine } from "../fit";
import { bandMeanSquare, findTone, powerSpectrum } from "../spectrum";
import { isInBand } from "./isInBand";
import type { TonePieces } from "./toneBySpectrum";
import type { Harmonic, ToneOptions } from "./types";

/** More orders than this are left in the residual, where they still count as distortion plus noise. */
const MOST_ORDERS = 60;

/**
 * Reads a tone from a short capture, down to two or three cycles: a sine fit finds the frequency, a second fit takes
 * out the whole harmonic series, and what is left is noise, summed over the band from its spectrum.
 * @returns null when there is no tone in the search span, or less than about 1.5 cycles of it
 */
export const readToneByFit = (
  volts: Float64Array,
  sampleRateHz: number,
  { band, search }: ToneOptions,
): TonePieces | null => {
  const startHz = findTone(
    powerSpectrum(volts, sampleRateHz, "hann"),
    search.lowHz,
    Math.min(search.highHz, 0.45 * sampleRateHz),
  );
  if (startHz === null) return null;
  const sine = fitSine(volts, sampleRateHz, startHz);
  if (!sine.settled || sine.voltsPeak === 0 || sine.frequencyHz * volts.length < 1.5 * sampleRateHz)
    return null;

  const fundamentalHz = sine.frequencyHz;
  const highestHz = Math.min(Math.max(band.highHz, 10 * fundamentalHz), 0.46 * sampleRateHz);
  // A quarter of the samples' worth of unknowns keeps the fit well determined in captures of few samples.
  const orders = Math.min(
    MOST_ORDERS,
    Math.floor(volts.length / 8),
    Math.floor((highestHz / fundamentalHz) * (1 + 1e-4)),
  );
  const fit = fitHarmonics(volts, sampleRateHz, fundamentalHz, {
    orderCount: Math.max(1, orders),
    driftDegree: driftDegree((fundamentalHz * volts.length) / sampleRateHz),
  });
  if (!fit) return null;
  const harmonics: Harmonic[] = [];
  let residualMeanSquare = bandMeanSquare(
    powerSpectrum(fit.residualVolts, sampleRateHz, "hann"),
    band.lowHz,
    band.highHz,
  );
  for (let order = 2; order <= orders; order++) {
    const peak = fit.voltsPeak[order - 1];
    harmonics.push({ order, ratio: peak / fit.voltsPeak[0] });
    if (isInBand(order * fundamentalHz, band)) residualMeanSquare += (peak * peak) / 2;
  }
  return {
    fundamentalHz,
    fundamentalVoltsRms: fit.voltsPeak[0] / Math.SQRT2,
    harmonics,
    residualMeanSquare,
    aboveFifthMeanSquare: Infinity,
  };
};

/**
 * Offsets settle after each change of level, far below the band; in a short capture that is a bend, not a line.
 * With few cycles a bend could be mistaken for part of the tone, so they get a line.
 */
const driftDegree = (cycles: number): number => (cycles >= 12 ? 3 : 1);
