import type { Interval, HeatGrade, Touch } from "@/core/heat";
import { formatFixed, formatSignificant, formatWithUncertainty } from "@/core/units";
import { isKnown, type SpotReading } from "@/records/facts";
import { durationText } from "../parts/durationText";

/** No thermometer is worth more than a tenth of a degree. */
const FINEST_KELVIN = 0.4;

/** "64.3" and "0.4", rounded alike; a lopsided band by its wider half. */
export const intervalText = ({
  value,
  low,
  high,
}: Interval): { value: string; uncertainty: string } =>
  formatWithUncertainty(value, Math.max(high - value, value - low, FINEST_KELVIN));

const MINUTE = 60;

/** "9.3 min (9.1 to 9.6)": a time constant with its band. */
export const timeConstantText = ({ value, low, high }: Interval): string => {
  const text = (seconds: number) => formatSignificant(seconds / MINUTE, 2);
  return text(low) === text(high)
    ? `${text(value)} min`
    : `${text(value)} min (${text(low)} to ${text(high)})`;
};

/** "23 min (18 min to 40 min)" */
export const momentText = ({ value, low, high }: Interval): string => {
  const most = Number.isFinite(high) ? durationText(high) : "never";
  return `${durationText(Math.max(0, value))} (${durationText(Math.max(0, low))} to ${most})`;
};

const GRADE_WORDS: Readonly<Record<HeatGrade, string>> = {
  cool: "cool",
  acceptable: "acceptable",
  hot: "hot",
  "needs better cooling": "needs better cooling",
};

/** "acceptable", or "cool or acceptable" where it is not sure; empty where there is none. */
export const gradeText = (grades: readonly HeatGrade[]): string =>
  grades.map((grade) => GRADE_WORDS[grade]).join(" or ");

/** What the biggest number of the stage is called. */
export const settledWords = ({ isSettled, isCooling }: SpotReading): string => {
  if (isSettled) return "steady state";
  return isCooling ? "predicted steady state" : "predicted steady state";
};

/** What there is to do about the soak: stop it, or how much longer. */
export const adviceText = ({ isSettled, moreSeconds, settled }: SpotReading): string => {
  if (isSettled) return "Steady state reached; the soak can be stopped.";
  if (moreSeconds === 0) return "Steady state known to 1 °C; the soak can be stopped.";
  if (!Number.isFinite(moreSeconds))
    return isKnown(settled)
      ? "Not at steady state yet; continue."
      : "Too early to predict; keep reading.";
  return `Not at steady state yet. Continue: known to 1 °C in about ${durationText(moreSeconds)}.`;
};

/** For how long a hand may rest on it. */
export const touchText = ({ seconds, words }: Touch): string =>
  seconds === 0 ? "too hot to touch" : `safe to touch ${words}`;

/** Seconds on a clock: "1:05:09", "12:40". */
export const clockText = (seconds: number): string => {
  const whole = Math.max(0, Math.floor(seconds));
  const two = (value: number) => String(value).padStart(2, "0");
  const [hours, minutes] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60];
  return hours > 0
    ? `${hours}:${two(minutes)}:${two(whole % 60)}`
    : `${minutes}:${two(whole % 60)}`;
};

/** "0.612 ± 0.014 K/W" */
export const resistanceText = ({
  value,
  stdUncertainty,
}: {
  value: number;
  stdUncertainty: number;
}): string => {
  const shown = formatWithUncertainty(value, 2 * stdUncertainty);
  return `${shown.value} ± ${shown.uncertainty} K/W`;
};

/** "45.2 °C" */
export const celsiusText = (celsius: number): string => `${formatFixed(celsius, 1)} °C`;
