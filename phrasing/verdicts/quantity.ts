import type { ClaimFinding, ClaimLimit, ReadingQuantity } from "@/core/verdict";
import {
  decimalsForUncertainty,
  formatFixed,
  formatShort,
  formatSignificant,
  powerRatioToDb,
} from "@/core/units";
import { percentText, uncertainText } from "../numbers";

/** How a quantity is printed: its unit, and the factor to it from the SI unit. */
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

/** A value of a reading with its expanded uncertainty: "57.0 ± 0.6 W". */
export const quantityText = (
  value: number,
  expandedUncertainty: number,
  quantity: ReadingQuantity,
): string => {
  const { unit, scale } = PRINTED[quantity];
  return uncertainText(scale * value, scale * expandedUncertainty, unit);
};

/** "48.8 to 57.7 W" */
export const rangeText = (low: number, high: number, quantity: ReadingQuantity): string => {
  const { unit, scale } = PRINTED[quantity];
  return `${formatSignificant(scale * low, 3)} to ${formatSignificant(scale * high, 3)} ${unit}`;
};

/** An amount such as a standard uncertainty, to two digits: "0.58 W". */
export const amountText = (value: number, quantity: ReadingQuantity): string => {
  const { unit, scale } = PRINTED[quantity];
  return `${formatSignificant(scale * value, 2)} ${unit}`;
};

/** "57.0 ± 0.6 W", "at least 30.0 ± 0.3 W" */
export const claimFindingText = ({ reading, expandedUncertainty }: ClaimFinding): string =>
  `${reading.bound === null ? "" : `${reading.bound.replace("-", " ")} `}${quantityText(reading.value, expandedUncertainty, reading.quantity)}`;

/** The value of a limit as it is printed: "50 W", "0.1 %", "−3 dB". */
export const limitValueText = ({ value }: ClaimLimit, quantity: ReadingQuantity): string => {
  const { unit, scale } = PRINTED[quantity];
  return `${formatShort(scale * value, 4)} ${unit}`;
};

/** The margin with its sign; of watts in percent and decibels too: "−32.0 W (−71 %, −5.39 dB)". */
export const marginText = ({
  reading,
  limit,
  margin,
  expandedUncertainty,
}: ClaimFinding): string => {
  const { unit, scale } = PRINTED[reading.quantity];
  const sign = margin < 0 ? "−" : "+";
  const size = Math.abs(margin);
  const text =
    expandedUncertainty > 0
      ? formatFixed(scale * size, decimalsForUncertainty(scale * expandedUncertainty))
      : formatSignificant(scale * size, 3);
  if (reading.quantity !== "watts" || limit.direction === "about" || !(limit.value > 0))
    return `${sign}${text} ${unit}`;
  const decibels =
    reading.value > 0
      ? `, ${sign}${formatFixed(Math.abs(powerRatioToDb(reading.value / limit.value)), 2)} dB`
      : "";
  return `${sign}${text} ${unit} (${sign}${percentText(size / limit.value)}${decibels})`;
};
