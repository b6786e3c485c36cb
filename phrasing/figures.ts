import type { Figure, Quantity } from "@/core/run";
import { COVERAGE_FACTOR } from "@/core/power";
import {
  amplitudeRatioToDb,
  formatEngineering,
  formatFixed,
  formatPercent,
  formatSignificant,
  formatWithUncertainty,
} from "@/core/units";

/** A reading as it is shown: its number, unit and the half width of about 95 %. */
export type ShownFigure = { value: string; unit: string; plusMinus?: string; prefix?: string };

const ENGINEERING: Partial<Record<Quantity, string>> = {
  volts: "V",
  amperes: "A",
  ohms: "Ω",
  hertz: "Hz",
  seconds: "s",
  pascals: "Pa",
};
const PLAIN_UNITS: Partial<Record<Quantity, string>> = { watts: "W", bits: "bit" };
const BOUNDS = { "at-least": "≥", "at-most": "≤" } as const;

/** An uncertainty of less than this share of a distortion is not shown: distortion is read to two digits. */
const LEAST_SPREAD = 0.01;

/** Decibels are shown with their uncertainty turned into decibels too. */
const decibels = (value: number, expanded: number | null): ShownFigure => {
  const db = amplitudeRatioToDb(value);
  const spread = expanded === null ? null : amplitudeRatioToDb(1 + expanded / value);
  if (spread === null || !(spread > 0.004))
    return { value: formatFixed(db, Math.abs(db) < 10 ? 2 : 1), unit: "dB" };
  const { value: text, uncertainty } = formatWithUncertainty(db, spread);
  return { value: text, unit: "dB", plusMinus: uncertainty };
};

const engineering = (value: number, unit: string, expanded: number | null): ShownFigure => {
  const [digits, prefix = ""] = formatEngineering(value, 3).split(" ");
  const scale = value === 0 ? 1 : Number(digits.replace("−", "-")) / Number(value.toPrecision(3));
  if (expanded === null || !(expanded > 0)) return { value: digits, unit: prefix + unit };
  const { value: text, uncertainty } = formatWithUncertainty(value * scale, expanded * scale);
  return { value: text, unit: prefix + unit, plusMinus: uncertainty };
};

const plain = (value: number, unit: string, expanded: number | null): ShownFigure => {
  if (expanded === null || !(expanded > 0)) return { value: formatSignificant(value, 3), unit };
  const { value: text, uncertainty } = formatWithUncertainty(value, expanded);
  return { value: text, unit, plusMinus: uncertainty };
};

/** A figure for the screen; one that could not be reached is a dash. */
export const shownFigure = ({
  quantity,
  value,
  stdUncertainty,
  bound,
}: Pick<Figure, "quantity" | "value" | "stdUncertainty" | "bound">): ShownFigure => {
  if (value === null) return { value: "–", unit: "" };
  const expanded = stdUncertainty === null ? null : COVERAGE_FACTOR * stdUncertainty;
  const shown = ((): ShownFigure => {
    const unit = ENGINEERING[quantity];
    if (unit) return engineering(value, unit, expanded);
    if (quantity === "level-ratio")
      return value > 0 ? decibels(value, expanded) : { value: "–", unit: "dB" };
    if (quantity === "distortion-ratio")
      return expanded !== null && expanded > LEAST_SPREAD * value
        ? plain(100 * value, "%", 100 * expanded)
        : { value: formatPercent(value, 2).replace(" %", ""), unit: "%" };
    if (quantity === "share")
      return plain(100 * value, "%", expanded === null ? null : 100 * expanded);
    if (quantity === "celsius") return { value: formatFixed(value, 1), unit: "°C" };
    if (quantity === "count") return { value: String(Math.round(value)), unit: "" };
    if (quantity === "radians")
      return { value: formatFixed((180 * value) / Math.PI, 1), unit: "°" };
    return plain(value, PLAIN_UNITS[quantity] ?? "", expanded);
  })();
  return bound ? { ...shown, prefix: BOUNDS[bound] } : shown;
};

/** "57.3 ± 0.6 W", "≥ 30 W" */
export const figureText = (
  figure: Pick<Figure, "quantity" | "value" | "stdUncertainty" | "bound">,
): string => {
  const { value, unit, plusMinus, prefix } = shownFigure(figure);
  return [prefix, value, plusMinus && `± ${plusMinus}`, unit].filter(Boolean).join(" ");
};
