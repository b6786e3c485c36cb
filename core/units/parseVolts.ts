import { dbToAmplitudeRatio } from "./decibel";
import { parseNumber } from "./parseNumber";

/** 1 mW in 600 Ω: what 0 dBu stands for. @see IEC 60268-2 (levels); from memory */
const DBU_VOLTS = Math.sqrt(0.6);

/** Ways to say volts, and how many RMS volts one of them is; peaks are those of a sine. */
const WAYS: Readonly<Record<string, number>> = {
  rms: 1,
  eff: 1,
  p: Math.SQRT1_2,
  pk: Math.SQRT1_2,
  peak: Math.SQRT1_2,
  pp: Math.SQRT1_2 / 2,
  pkpk: Math.SQRT1_2 / 2,
  peakpeak: Math.SQRT1_2 / 2,
};

/**
 * RMS volts as somebody writes them: "2.83", "2,83 V", "40 V peak", "80 Vpp", "12 mV rms", "-60 dBV", "+4 dBu".
 * @returns null where it is no voltage, or a level without a reference ("-12 dB")
 */
export const parseVolts = (text: string): number | null => {
  const trimmed = text.trim().replace(/\u2212/g, "-");
  const [, level, reference] = /^(.*?)\s*dB\s*(V|u|v)?$/.exec(trimmed) ?? [];
  if (level !== undefined) {
    const db = parseNumber(level);
    if (db === null || !reference) return null;
    return (reference === "V" ? 1 : DBU_VOLTS) * dbToAmplitudeRatio(db);
  }
  const [, number, said = ""] =
    /^(.*?)\s*(?:V\s*)?((?:p(?:ea)?k?(?:[-\s]*(?:to)?[-\s]*p(?:ea)?k?)?)|rms|eff)\.?$/i.exec(
      trimmed,
    ) ?? [];
  const way = said.toLowerCase().replace(/to|[-\s]/g, "");
  if (number !== undefined && way in WAYS) {
    const value = parseNumber(number);
    return value === null ? null : WAYS[way] * value;
  }
  return parseNumber(trimmed);
};
