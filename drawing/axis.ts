import type { Quantity } from "@/core/run";
import {
  amplitudeRatioToDb,
  formatEngineering,
  formatPercent,
  formatSignificant,
  formatWithUnit,
} from "@/core/units";

/** How a quantity is drawn: what is shown of a value, on which scale, with which words. */
export type Axis = {
  title: string;
  isLog: boolean;
  shown(value: number): number;
  tick(shown: number): string;
  /** A value with its unit, for the cursor. */ text(value: number): string;
};

const identity = (value: number): number => value;
const short = (value: number): string => formatEngineering(value, 3).replace(" ", "");
const LOWEST_DB = -220;
/** Distortion is drawn down to 0.0001 %: below a millionth no analogue amplifier is to be believed, and no recorder either. */
const LOWEST_RATIO = 1e-6;

const logOf = (title: string, unit: string): Axis => ({
  title,
  isLog: true,
  shown: identity,
  tick: short,
  text: (value) => formatWithUnit(value, unit, 4),
});
const decibel: Axis = {
  title: "dB",
  isLog: false,
  shown: (value) => (value > 0 ? amplitudeRatioToDb(value) : LOWEST_DB),
  tick: (value) => formatShortMinus(value),
  text: (value) => `${formatSignificant(amplitudeRatioToDb(value), 3)} dB`,
};
const formatShortMinus = (value: number): string =>
  String(Number(value.toFixed(3))).replace("-", "−");

const secondsAxis = (most: number, least: number, isLog: boolean): Axis => {
  if (isLog)
    return {
      ...logOf("held for, s", "s"),
      tick: (value) => (value < 1 ? `${Number((1000 * value).toPrecision(3))} ms` : `${value} s`),
    };
  const long: [number, string] = most > 300 ? [1 / 60, "min"] : [1, "s"];
  const [scale, unit] = most - least < 0.5 ? [1000, "ms"] : long;
  return {
    title: `time, ${unit}`,
    isLog: false,
    shown: (value) => scale * value,
    tick: formatShortMinus,
    text: (value) => `${formatSignificant(scale * value, 4)} ${unit}`,
  };
};

/**
 * The axis for a quantity.
 * @param other what stands on the other axis: volts against frequency span decades, against time they do not
 * @param values all that is drawn
 */
export const axisOf = (quantity: Quantity, other: Quantity, values: readonly number[]): Axis => {
  const most = values.reduce((high, value) => Math.max(high, value), -Infinity),
    least = values.reduce((low, value) => Math.min(low, value), Infinity);
  switch (quantity) {
    case "hertz":
      return logOf("frequency, Hz", "Hz");
    case "ohms":
      return logOf("Ω", "Ω");
    case "volts":
      return other === "hertz"
        ? logOf("V", "V")
        : {
            title: "V",
            isLog: false,
            shown: identity,
            tick: short,
            text: (value) => formatWithUnit(value, "V"),
          };
    case "watts":
      return isOfOutput(other)
        ? logOf("output per channel, W", "W")
        : {
            title: "W",
            isLog: false,
            shown: identity,
            tick: short,
            text: (value) => `${formatSignificant(value, 3)} W`,
          };
    case "level-ratio":
      return decibel;
    case "distortion-ratio":
      return {
        title: "distortion",
        isLog: true,
        shown: (value) => Math.min(1, Math.max(value, LOWEST_RATIO)),
        tick: (value) => `${Number((100 * value).toPrecision(3))} %`,
        text: (value) => formatPercent(value, 2),
      };
    case "seconds":
      return secondsAxis(most, least, other === "watts");
    case "radians":
      return {
        title: "phase, °",
        isLog: false,
        shown: (value) => (180 * value) / Math.PI,
        tick: formatShortMinus,
        text: (value) => `${formatSignificant((180 * value) / Math.PI, 3)}°`,
      };
    case "celsius":
      return {
        title: "°C",
        isLog: false,
        shown: identity,
        tick: formatShortMinus,
        text: (value) => `${formatSignificant(value, 3)} °C`,
      };
    case "factor":
      return isOfOutput(other)
        ? {
            ...logOf("output relative to rated power", ""),
            text: (value) => `${formatSignificant(value, 3)} of rated`,
          }
        : plainAxis;
    default:
      return plainAxis;
  }
};

/** What is drawn over the output spans decades of it. */
const isOfOutput = (other: Quantity): boolean =>
  other === "distortion-ratio" || other === "level-ratio";

const plainAxis: Axis = {
  title: "",
  isLog: false,
  shown: identity,
  tick: short,
  text: (value) => formatSignificant(value, 3),
};
