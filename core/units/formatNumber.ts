/** A finite number with that many significant digits, without an exponent: (0.012345, 2) is "0.012". */
export const formatSignificant = (value: number, digits: number): string => {
  if (!Number.isFinite(value)) return "–";
  if (value === 0) return "0";
  const decimals = Math.max(0, digits - 1 - Math.floor(Math.log10(Math.abs(value))));
  const rounded = Number(value.toPrecision(digits));
  return withMinusSign(rounded.toFixed(Math.min(decimals, 12)));
};

/** A finite number with at most that many significant digits, zeros at its end left out: (72.0, 3) is "72". */
export const formatShort = (value: number, digits = 3): string =>
  Number.isFinite(value)
    ? withMinusSign(
        Number(value.toPrecision(digits))
          .toFixed(12)
          .replace(/\.?0+$/, ""),
      )
    : "–";

/** A finite number with that many decimals and a true minus sign. */
export const formatFixed = (value: number, decimals: number): string =>
  Number.isFinite(value) ? withMinusSign(value.toFixed(decimals)) : "–";

/**
 * How far a number may be shown: decimals that keep two significant digits of the uncertainty.
 * @see JCGM 100, 7.2.6: at most two significant digits of an uncertainty
 */
export const decimalsForUncertainty = (uncertainty: number): number => {
  if (!(uncertainty > 0) || !Number.isFinite(uncertainty)) return 3;
  const exponent = Math.floor(Math.log10(uncertainty));
  const leading = uncertainty / 10 ** exponent;
  // One digit is enough from 3.5 upwards (rounding then changes the uncertainty by less than 15 %).
  return Math.min(9, Math.max(0, (leading < 3.5 ? 1 : 0) - exponent));
};

/**
 * Value and uncertainty rounded alike: (57.314, 0.618) is { value: "57.3", uncertainty: "0.6" }.
 * Both in the same unit. @see JCGM 100:2008, 7.2.6
 */
export const formatWithUncertainty = (
  value: number,
  uncertainty: number,
): { value: string; uncertainty: string } => {
  const decimals = decimalsForUncertainty(uncertainty);
  return { value: formatFixed(value, decimals), uncertainty: formatFixed(uncertainty, decimals) };
};

/** A ratio as percent with three significant digits: 0.0005 is "0.0500 %". */
export const formatPercent = (ratio: number, digits = 3): string =>
  `${formatSignificant(ratio * 100, digits)} %`;

/**
 * A frequency in engineering style, with so many significant digits at most: 1000 is "1 kHz", 62.5 is "62.5 Hz".
 * @see SI Brochure, prefixes
 */
export const formatHertz = (hertz: number, digits = 5): string => {
  const rounded = Number(hertz.toPrecision(digits));
  return rounded >= 1000 ? `${Number((rounded / 1000).toPrecision(digits))} kHz` : `${rounded} Hz`;
};

const PREFIXES: Record<number, string> = {
  [-12]: "p",
  [-9]: "n",
  [-6]: "µ",
  [-3]: "m",
  0: "",
  3: "k",
  6: "M",
  9: "G",
};

/**
 * A number with an engineering prefix, as parseNumber reads it back: 0.0136 is "13.6 m", 4700 is "4.7 k".
 * @see SI Brochure, prefixes
 */
export const formatEngineering = (value: number, digits = 4): string => {
  const exponent =
    value === 0
      ? 0
      : Math.max(
          -12,
          Math.min(9, 3 * Math.floor(Math.log10(Math.abs(Number(value.toPrecision(digits)))) / 3)),
        );
  // From a tenth to a thousand a plain number reads better.
  const plain = value === 0 || (Math.abs(value) >= 0.1 && Math.abs(value) < 1000);
  const scaled = Number((plain ? value : value / 10 ** exponent).toPrecision(digits));
  return plain || exponent === 0
    ? withMinusSign(String(scaled))
    : `${withMinusSign(String(scaled))} ${PREFIXES[exponent]}`;
};

/**
 * A number with its unit and an engineering prefix: "8.99 V", "13.6 mV".
 * @see SI Brochure, prefixes
 */
export const formatWithUnit = (value: number, unit: string, digits = 3): string => {
  const [number, prefix = ""] = formatEngineering(value, digits).split(" ");
  return `${number} ${prefix}${unit}`;
};

const withMinusSign = (text: string): string =>
  /^-[0.]*$/.test(text) ? text.slice(1) : text.replace("-", "−");
