import { logBetween, logShare } from "@/core/numeric";
import type { QuantityParameter } from "@/bench/fields";

/** A slider's travel. */
export const TRAVEL = 1000;
/** Spans wider than this are travelled in equal ratios. */
const WIDE_RATIO = 30;
/** A span that begins at zero begins, in equal ratios, at this share of its usual value. */
const NEAR_ZERO_RATIO = 1e-2;
/** Whatever is above the least stands above the very bottom. */
const JUST_ABOVE_BOTTOM = 1e-6;

const lowest = ({ least, usual, most }: QuantityParameter): number =>
  least > 0 ? least : NEAR_ZERO_RATIO * (usual > 0 ? usual : most);

const isWide = (field: QuantityParameter): boolean =>
  field.least >= 0 && field.most / lowest(field) > WIDE_RATIO;

/** Where a value stands on the slider, 0 to TRAVEL. */
export const toSlider = (value: number, field: QuantityParameter): number => {
  const { least, most } = field;
  if (!isWide(field)) return (TRAVEL * (value - least)) / (most - least);
  const low = lowest(field);
  if (value <= least) return 0;
  return Math.max(JUST_ABOVE_BOTTOM, Math.min(TRAVEL, TRAVEL * logShare(low, most, value)));
};

/** The value at a place of the slider, to three digits; the very bottom is the least. */
export const fromSlider = (place: number, field: QuantityParameter): number => {
  const { least, most } = field;
  if (place <= 0) return least;
  const low = lowest(field);
  const value = isWide(field)
    ? logBetween(low, most, place / TRAVEL)
    : least + ((most - least) * place) / TRAVEL;
  return Math.max(least, Math.min(most, Number(value.toPrecision(3))));
};
