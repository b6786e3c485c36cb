import { scaleLinear, type ScaleLinear } from "d3";

/** A scale for one claim and one reading: the claim in the middle, room for the reading with its uncertainty. */
export const stripScale = (
  claimed: number,
  reading: { value: number; plusMinus: number } | null,
  widthPx: number,
): ScaleLinear<number, number> => {
  const farthest = reading ? Math.max(Math.abs(reading.value - claimed) + reading.plusMinus, 0) : 0;
  const reach = Math.max(0.25 * claimed, 1.15 * farthest);
  return scaleLinear([claimed - reach, claimed + reach], [8, widthPx - 8]).clamp(true);
};
