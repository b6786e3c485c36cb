import { parseNumber } from "./parseNumber";

/** Kilograms of one. The avoirdupois pound by definition (international yard and pound agreement of 1959). */
const UNITS: Readonly<Record<string, number>> = {
  kg: 1,
  g: 1e-3,
  lb: 0.45359237,
  lbs: 0.45359237,
  oz: 0.45359237 / 16,
};

/**
 * Kilograms as somebody writes them: "12,5", "12.5 kg", "27.6 lb", "27 lb 10 oz".
 * @returns null where it is no mass
 */
export const parseMass = (text: string): number | null => {
  const parts = [...text.toLowerCase().matchAll(/([\d.,]+)\s*(kg|g|lbs?|oz)\.?(?![a-z])/g)];
  const rest = parts.reduce((left, [part]) => left.replace(part, ""), text.toLowerCase());
  if (parts.length === 0) return parseNumber(text);
  if (/[^\s,;]/.test(rest)) return null;
  const masses = parts.map(([, number, unit]) => (parseNumber(number) ?? NaN) * UNITS[unit]);
  const sum = masses.reduce((total, each) => total + each, 0);
  return Number.isFinite(sum) ? sum : null;
};
