import { formatFixed, formatSignificant, formatWithUncertainty, powerRatioToDb } from "../units";
import type { ClaimLimit, ClaimFinding, ReadingQuantity } from "./types";

/** How a quantity is printed: its unit, and what its numbers are multiplied by. */
const PRINTED: Record<ReadingQuantity, { unit: string; scale: number }> = {
  watts: { unit: "W", scale: 1 },
  "distortion-ratio": { unit: "%", scale: 100 },
  decibels: { unit: "dB", scale: 1 },
  ohms: { unit: "mΩ", scale: 1000 },
  volts: { unit: "V", scale: 1 },
  "volts-per-second": { unit: "V/µs", scale: 1e-6 },
  kilograms: { unit: "kg", scale: 1 },
  metres: { unit: "mm", scale: 1000 },
};

/**
 * A value and its half width of about 95 %, as far as the digits mean something: "57.0 W ± 0.6 W".
 * @see JCGM 100:2008, 7.2.6 (digits that an uncertainty deserves)
 */
export const quantityText = (
  value: number,
  expandedUncertainty: number,
  quantity: ReadingQuantity,
): string => {
  const { unit, scale } = PRINTED[quantity];
  if (!(expandedUncertainty > 0)) return `${formatSignificant(scale * value, 4)} ${unit}`;
  const text = formatWithUncertainty(scale * value, scale * expandedUncertainty);
  return `${text.value} ${unit} ± ${text.uncertainty} ${unit}`;
};

/**
 * A bare amount, such as a standard uncertainty, to two digits: "0.58 W".
 * @see JCGM 100:2008, 7.2.6 (two digits of an uncertainty)
 */
export const amountText = (value: number, quantity: ReadingQuantity): string => {
  const { unit, scale } = PRINTED[quantity];
  return `${formatSignificant(scale * value, 2)} ${unit}`;
};

/** "57.0 W ± 0.6 W", "at least 30.0 W ± 0.3 W" */
export const readingText = ({ reading, expandedUncertainty }: ClaimFinding): string =>
  `${reading.bound === null ? "" : `${reading.bound.replace("-", " ")} `}${quantityText(reading.value, expandedUncertainty, reading.quantity)}`;

/** "50 W", "0.1 %", "−3 dB" */
export const readingLimitText = (limit: ClaimLimit, quantity: ReadingQuantity): string => {
  const { unit, scale } = PRINTED[quantity];
  return `${String(Number((scale * limit.value).toPrecision(4))).replace("-", "−")} ${unit}`;
};

/** The margin in the reading's unit; of watts in percent and decibels too. */
export const marginText = ({
  reading,
  limit,
  margin,
  expandedUncertainty,
}: ClaimFinding): string => {
  const { unit, scale } = PRINTED[reading.quantity];
  const size = Math.abs(margin);
  const text =
    expandedUncertainty > 0
      ? formatWithUncertainty(scale * size, scale * expandedUncertainty).value
      : formatSignificant(scale * size, 3);
  if (reading.quantity !== "watts" || limit.direction === "about" || !(limit.value > 0))
    return `${text} ${unit}`;
  const percent = `${formatFixed((100 * size) / limit.value, 1)} %`;
  const db =
    reading.value > 0
      ? `, ${formatFixed(Math.abs(powerRatioToDb(reading.value / limit.value)), 2)} dB`
      : "";
  return `${text} ${unit} (${percent}${db})`;
};

/** Beyond this nobody is surer. */
const SUREST = 0.999;

/** "sure to 97 in 100", of the verdict rather than of the claim. */
export const sureText = (probability: number): string => {
  const sure = Math.min(SUREST, Math.max(probability, 1 - probability));
  return sure >= 0.995 ? "sure to 999 in 1000" : `sure to ${Math.floor(100 * sure + 1e-9)} in 100`;
};

/** "true with 86 in 100", of a claim that is open. */
export const trueText = (probability: number): string =>
  `true with ${Math.min(99, Math.max(1, Math.round(100 * probability)))} in 100`;
