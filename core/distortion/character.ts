import { amplitudeRatioToDb, formatHertz, formatPercent, formatSignificant } from "../units";
import type { Flattening, Harmonic, ToneReading } from "./types";

/** Which harmonics lead: even ones come from asymmetry, odd ones from what both halves have in common. */
export type HarmonicLead = {
  lead: "even" | "odd" | "balanced";
  evenRatio: number;
  oddRatio: number;
};

/** Sums differing by less than this are balanced: 3 dB. */
const LEAD_RATIO = Math.SQRT2;

/**
 * Root sum squares of even and odd harmonics over the fundamental, and which of them leads.
 * Definition: root sum of squares of the orders of one parity.
 */
export const harmonicLead = (harmonics: readonly Harmonic[]): HarmonicLead => {
  const sumOf = (parity: 0 | 1) =>
    Math.sqrt(
      harmonics.reduce(
        (sum, { order, ratio }) => (order % 2 === parity ? sum + ratio ** 2 : sum),
        0,
      ),
    );
  const [evenRatio, oddRatio] = [sumOf(0), sumOf(1)];
  return {
    lead: leadOf(evenRatio, oddRatio),
    evenRatio,
    oddRatio,
  };
};

/**
 * Effective number of bits of a SINAD: that of the ideal converter with the same. 98.08 dB is 16 bits.
 * @see IEEE Std 1241-2010, 4.5.2 (6.02 N + 1.76 dB)
 */
export const effectiveBits = (sinadRatio: number): number =>
  (amplitudeRatioToDb(sinadRatio) - 1.76) / 6.02;

/** One sentence about a tone: level, distortion, which harmonics lead, and whether its tops flatten. */
export const toneSummary = (reading: ToneReading): string => {
  const { lead } = harmonicLead(reading.harmonics);
  const leading = lead === "balanced" ? "even and odd harmonics equal" : `${lead} harmonics lead`;
  const tops = topsText(reading.flattening);
  return `${formatSignificant(reading.voltsRms, 4)} V at ${formatHertz(reading.fundamentalHz)} with ${formatPercent(reading.thdRatio)} THD and ${formatPercent(reading.thdPlusNoiseRatio)} THD+N; ${leading}, ${tops}.`;
};

const leadOf = (evenRatio: number, oddRatio: number): HarmonicLead["lead"] => {
  if (evenRatio > LEAD_RATIO * oddRatio) return "even";
  return oddRatio > LEAD_RATIO * evenRatio ? "odd" : "balanced";
};

/** What of the tops is flat, in a few words. */
export const topsText = ({
  present,
  firstHalf,
}: Pick<Flattening, "present" | "firstHalf">): string => {
  if (!present) return "no clipping";
  return firstHalf === "both" ? "both halves clip" : `the ${firstHalf} half clips first`;
};
