// Numbers, uncertainties and probabilities as they are written everywhere.
import { decimalsForUncertainty, formatFixed, formatShort, formatSignificant } from "@/core/units";

/**
 * A value and its expanded uncertainty with the same decimals, at most two significant digits of uncertainty, the unit once:
 * (57.31, 0.62, "W") is "57.3 ± 0.6 W". Without an uncertainty above zero the value has four significant digits.
 * @see JCGM 100:2008, 7.2.6
 */
export const uncertainText = (
  value: number,
  expandedUncertainty: number | null,
  unit: string,
): string => {
  if (expandedUncertainty === null || !(expandedUncertainty > 0))
    return withUnit(formatSignificant(value, 4), unit);
  const decimals = decimalsForUncertainty(expandedUncertainty);
  return withUnit(
    `${formatFixed(value, decimals)} ± ${formatFixed(expandedUncertainty, decimals)}`,
    unit,
  );
};

const withUnit = (text: string, unit: string): string => (unit === "" ? text : `${text} ${unit}`);

/** A ratio as a percentage for comparisons: whole from 10 % on, one decimal below: 0.1234 is "12 %", 0.0834 is "8.3 %". */
export const percentText = (ratio: number): string => {
  const percent = 100 * Math.abs(ratio);
  return `${percent >= 9.95 ? formatFixed(percent, 0) : formatFixed(percent, 1)} %`;
};

/** The probability that is reported as a limit rather than as a figure. */
const MOST_CERTAIN = 0.999;
/** So near to one half it is called about even. */
const ABOUT_EVEN = 0.05;

/**
 * How likely a claim is to be true. Rounded towards one half, so that it never looks more certain than it is: 0.9951 is "99.5 %".
 * @param probability from 0 to 1, that the claim is true
 */
export const likelihoodText = (probability: number): string => {
  if (Math.abs(probability - 0.5) < ABOUT_EVEN) return `about even (${towardsHalf(probability)} %)`;
  return `${shareText(probability)} likely to be true`;
};

const shareText = (probability: number): string => {
  if (probability > MOST_CERTAIN) return "more than 99.9 %";
  if (probability < 1 - MOST_CERTAIN) return "less than 0.1 %";
  return `${towardsHalf(probability)} %`;
};

/** In percent: tenths within one percent of the ends, whole numbers between. */
const towardsHalf = (probability: number): string => {
  const isTrue = probability >= 0.5;
  const percent = 100 * (isTrue ? probability : 1 - probability);
  const step = percent >= 99 ? 10 : 1;
  // A percentage such as 97 may be stored a little below itself.
  const rounded = Math.floor(percent * step + 1e-9) / step;
  return formatShort(isTrue ? rounded : 100 - rounded, 4);
};

/** "a", "a and b", "a, b and c"; `last` is what stands before the last one. */
export const listed = (parts: readonly string[], last = "and"): string =>
  parts.length < 2
    ? parts.join("")
    : `${parts.slice(0, -1).join(", ")} ${last} ${parts[parts.length - 1]}`;

/** The first letter as a capital. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const NUMERALS = [
  ...["zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"],
  ...["eleven", "twelve"],
];

/** "one", "two", ... "twelve", then figures. */
export const countText = (count: number): string => NUMERALS[count] ?? String(count);

/** "one channel driven", "both channels driven" of two, "all five channels driven" of five, "two channels driven" of any other number. */
export const channelsDrivenText = (driven: number, channelCount: number | null): string => {
  if (driven === 1) return channelCount === 1 ? "" : "one channel driven";
  if (driven !== channelCount) return `${countText(driven)} channels driven`;
  return driven === 2 ? "both channels driven" : `all ${countText(driven)} channels driven`;
};
