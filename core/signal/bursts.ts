import { dbToAmplitudeRatio, requirePositive, requireRange } from "../units";

/** Bursts of a sine: so many cycles high, then low for the rest of each period; level changes at rising zeros. */
export type Bursts = {
  frequencyHz: number;
  voltsPeak: number;
  highCycles: number;
  lowCycles: number;
  repeats: number;
  lowDb: number;
};

/** The published burst and its shorter and lower relatives. @see CTA-2006, IHF-A-202 (from memory) */
export const BURST_KINDS = {
  "20-ms": { frequencyHz: 1000, highCycles: 20, lowCycles: 480, repeats: 4, lowDb: -20 },
  "8-ms": { frequencyHz: 1000, highCycles: 8, lowCycles: 492, repeats: 4, lowDb: -20 },
  "50-hz-100-ms": { frequencyHz: 50, highCycles: 5, lowCycles: 20, repeats: 3, lowDb: -20 },
  "50-hz-200-ms": { frequencyHz: 50, highCycles: 10, lowCycles: 40, repeats: 3, lowDb: -20 },
  "40-hz-200-ms": { frequencyHz: 40, highCycles: 8, lowCycles: 32, repeats: 3, lowDb: -20 },
} as const satisfies Record<string, Omit<Bursts, "voltsPeak">>;

/* eslint-disable no-restricted-syntax -- the names of stored figures */
/** As figures and claims name them. */
export const BURST_LABELS: Readonly<Record<keyof typeof BURST_KINDS, string>> = {
  "20-ms": "1 kHz, 20 ms",
  "8-ms": "1 kHz, 8 ms",
  "50-hz-100-ms": "50 Hz, 100 ms",
  "50-hz-200-ms": "50 Hz, 200 ms",
  "40-hz-200-ms": "40 Hz, 200 ms",
};
/* eslint-enable no-restricted-syntax */

/**
 * The bursts, with a low lead of a tenth of a period before the first.
 * @see IEC 60268-3 and EIA RS-490 for tone bursts; from memory
 */
export const bursts = (
  { frequencyHz, voltsPeak, highCycles, lowCycles, repeats, lowDb }: Bursts,
  sampleRateHz: number,
): Float64Array => {
  requireRange("frequencyHz", frequencyHz, 0.1, sampleRateHz / 2);
  requirePositive("highCycles", highCycles);
  const period = highCycles + lowCycles;
  const lead = Math.ceil(period / 10);
  const low = voltsPeak * dbToAmplitudeRatio(requireRange("lowDb", lowDb, -200, 0));
  const volts = new Float64Array(
    Math.round(((lead + repeats * period) / frequencyHz) * sampleRateHz),
  );
  for (let n = 0; n < volts.length; n++) {
    const cycle = (n / sampleRateHz) * frequencyHz - lead;
    // A rising zero may fall a rounding error before its sample; it belongs to the new level.
    const isHigh = cycle >= -1e-9 && (cycle + 1e-9) % period < highCycles;
    volts[n] = (isHigh ? voltsPeak : low) * Math.sin(2 * Math.PI * cycle);
  }
  return volts;
};
