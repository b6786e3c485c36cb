import { dbToAmplitudeRatio } from "./decibel";

const PREFIX: Record<string, number> = {
  p: 1e-12,
  n: 1e-9,
  u: 1e-6,
  µ: 1e-6,
  m: 1e-3,
  k: 1e3,
  K: 1e3,
  M: 1e6,
  G: 1e9,
};

/**
 * Reads a number as people at a bench write it: "4.7", "4,7", "4k7", "8R2", "1e-3", "2.2 k", "0.01 %" (0.01
 * percent is 0.0001) and "-80 dB" (an amplitude ratio, 0.0001). A unit may follow ("8.2 ohm", "50 W").
 * @returns the value in the unit's base, or null when the text is not one number
 * @see IEC 60062 for 4k7 and 8R2; from memory
 */
export const parseNumber = (text: string): number | null => {
  const trimmed = text.trim().replace(/\u2212/g, "-");
  const embedded = /^([+-]?\d+)([RΩkKMmuµ])(\d+)\s*(?:Ω|ohms?)?$/.exec(trimmed);
  if (embedded) return Number(`${embedded[1]}.${embedded[3]}`) * (PREFIX[embedded[2]] ?? 1);
  const match = /^([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][+-]?\d+)?)\s*(.*)$/.exec(trimmed);
  if (!match) return null;
  const value = Number(match[1].replace(",", "."));
  const scale = suffixScale(match[2]);
  if (scale === "decibel") return dbToAmplitudeRatio(value);
  return scale === null || !Number.isFinite(value) ? null : value * scale;
};

const suffixScale = (suffix: string): number | "decibel" | null => {
  if (suffix === "") return 1;
  if (suffix === "%") return 0.01;
  if (/^db$/i.test(suffix)) return "decibel";
  const match = /^([pnuµmkKMG]?)(V|W|A|Hz|Ω|ohms?|s|F|H|R)?$/.exec(suffix);
  if (!match) return null;
  return match[1] === "" ? 1 : PREFIX[match[1]];
};
