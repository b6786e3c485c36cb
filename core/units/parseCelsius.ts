import { parseNumber } from "./parseNumber";

/**
 * Degrees Celsius as somebody writes them: "45,2", "45.2 °C", "113 F".
 * @returns null where it is no number, or ends in K
 * Definition: Celsius is 5/9 of what Fahrenheit is over 32.
 */
export const parseCelsius = (text: string): number | null => {
  // A thousand, or kelvin: neither is meant by whoever reads a thermometer here.
  if (/k\s*$/i.test(text)) return null;
  const fahrenheit = /^(.*?)\s*°?\s*F$/i.exec(text.trim());
  const value = parseNumber((fahrenheit?.[1] ?? text.replace(/°?\s*C\s*$/i, "")).trim());
  if (value === null) return null;
  return fahrenheit ? ((value - 32) * 5) / 9 : value;
};
