import { parseNumber } from "./parseNumber";

/** The signs and three letters of a currency, before or after the number. */
const CURRENCY = /^(?:[A-Z]{3}|[A-Z]{0,2}\p{Sc})\s*|\s*(?:[A-Z]{3}|\p{Sc})$/giu;

/**
 * A price as it is printed, whatever its currency: "379", "$379", "1,299.00 USD", "1.299,- €", "12'500".
 * @returns null where it is no price
 */
export const parsePrice = (text: string): number | null => {
  const bare = text
    .trim()
    .replace(CURRENCY, "")
    .replace(/[,.]\s*[-–—]+$/, "");
  // Thousands stand in threes, whatever stands between them.
  const grouped = /^[1-9]\d{0,2}(?:[,.' ]\d{3})+(?:[.,]\d{1,2})?$/.exec(bare);
  if (!grouped) return parseNumber(bare);
  const [, whole, cents = "0"] = /^(.*?\d{3})(?:[.,](\d{1,2}))?$/.exec(bare) ?? [];
  return Number(`${whole.replace(/\D/g, "")}.${cents}`);
};
