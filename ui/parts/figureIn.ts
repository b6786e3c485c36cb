import { parseNumber } from "@/core/units";

/** A number with at most one letter that scales it, such as "20k" or "8R2": no unit stands behind it. */
const WITHOUT_UNIT = /^[-+−]?[\d.,'\s]*\d[\d.,'\s]*(?:e[-+]?\d+)?\s*[kmµur]?\d*$/i;

/**
 * A figure as it was typed, in SI: the unit of its field may stand behind it, so that "0.5" and "0.5 %" are the same, and so are "90" and
 * "90 dB". Null where it is no number, or one with another unit.
 * @param scale what one of the unit is in SI
 */
export const figureIn = (text: string, unit: string, scale = 1): number | null => {
  const typed = text.trim();
  const bare = unit !== "" && typed.endsWith(unit) ? typed.slice(0, -unit.length) : typed;
  const value = WITHOUT_UNIT.test(bare.trim()) ? parseNumber(bare.trim()) : null;
  return value === null ? null : value * scale;
};
