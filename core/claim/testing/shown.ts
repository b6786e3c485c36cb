// For tests only: what was read from a line, in short.
import { readClaims, type ReadClaim, type StatedClaim } from "..";

const number = (value: number): string => String(Number(value.toPrecision(6)));
const ohms = (value: number | null): string => (value === null ? "" : `/${number(value)}`);
const watts = (value: number | null): string => (value === null ? "" : ` ${number(value)}W`);
const band = (value: { lowHz: number; highHz: number } | null): string =>
  value ? ` ${number(value.lowHz)}-${number(value.highHz)}Hz` : "";
const limit = (ratio: number | null, measure: string | null): string =>
  ratio === null ? "" : ` ${number(100 * ratio)}%${measure === "thd" ? "" : "+n"}`;
const hertz = (value: number | null): string => (value === null ? "" : `@${number(value)}`);

/** A claim in short: power "P50/8 2ch 0.1% 20-20000Hz", bridged B, distortion D, response R, damping F, noise N, crosstalk X, gain G, headroom H, supply S. */
const SHORT: {
  [Kind in StatedClaim["kind"]]: (it: Extract<StatedClaim, { kind: Kind }>) => string;
} = {
  power: (it) =>
    `P${number(it.powerWatts)}${it.rating ? ` ${it.rating}` : ""}${ohms(it.loadOhms)}${it.channelsDriven === null ? "" : ` ${it.channelsDriven}ch`}${limit(it.distortionLimitRatio, it.distortionMeasure)}${band(it.band)}`,
  "bridged-power": (it) =>
    `B${number(it.powerWatts)}${ohms(it.loadOhms)}${limit(it.distortionLimitRatio, it.distortionMeasure)}`,
  distortion: (it) =>
    `D${limit(it.limitRatio, it.measure).trim()}${watts(it.powerWatts)}${ohms(it.loadOhms)}${band(it.band)}`,
  response: (it) =>
    `R${band(it.band).trim()}${it.downDb === null ? "" : ` +${number(it.upDb ?? 0)}-${number(it.downDb)}`}${watts(it.powerWatts)}`,
  "damping-factor": (it) => `F${number(it.least)}${ohms(it.loadOhms)}${hertz(it.frequencyHz)}`,
  noise: (it) =>
    `N${number(it.leastDb)}${it.weighting === "a" ? "a" : ""}${watts(it.referenceWatts)}`,
  gain: (it) => `G${number(it.gainDb)}`,
  crosstalk: (it) => `X${number(it.leastDb)}${hertz(it.frequencyHz)}`,
  headroom: (it) => `H${number(it.leastDb)}`,
  "output-impedance": (it) => `Z${number(it.mostOhms)}${hertz(it.frequencyHz)}`,
  sensitivity: (it) => `V${number(it.volts)}${watts(it.powerWatts)}`,
  balance: (it) => `L${number(it.mostDb)}`,
  intermodulation: (it) =>
    `I${number(100 * it.limitRatio)}%${it.method === null ? "" : ` ${it.method}`}${watts(it.powerWatts)}`,
  "slew-rate": (it) => `W${number(it.leastVoltsPerSecond)}`,
  "power-bandwidth": (it) =>
    `B${band(it.band)}${it.distortionLimitRatio === null ? "" : ` ${number(100 * it.distortionLimitRatio)}%`}`,
  consumption: (it) => `C${number(it.mostWatts)}W${it.state === null ? "" : ` ${it.state}`}`,
  mass: (it) => `M${number(it.kilograms)}kg`,
  size: (it) => `E${it.metres.map(number).join("x")}`,
  supply: (it) => `S${number(it.volts)}V${number(it.amperes)}A`,
};

/** Every claim of a line, with a question mark where it leaves something out; a dash where there is none. */
const shown = (line: string, sheet = ""): string => {
  const { claims } = readClaims(sheet === "" ? line : `${sheet}\n${line}`);
  const own = claims.filter(({ printedText }) => printedText === line);
  const short = ({ stated, missing }: ReadClaim) =>
    (SHORT[stated.kind] as (it: StatedClaim) => string)(stated) + (missing.length > 0 ? "?" : "");
  return own.length === 0 ? "-" : own.map(short).join(" + ");
};

/** Each line with what a bench engineer reads in it, on a sheet of its own or beside another line. */
export const check = (lines: readonly (readonly [string, string])[], sheet = "") =>
  test.each(lines)("%s", (line, expected) => expect(shown(line, sheet)).toBe(expected));
