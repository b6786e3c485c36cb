import { formatHertz, formatSignificant } from "../units";
import { drivenText, measureText } from "./claimText";
import type { Band } from "../distortion";
import { BURST_LABELS } from "../signal";
import type { StatedClaim } from "./types";

const number = (value: number): string => String(Number(value.toPrecision(6)));
const ohms = (value: number | null): string | null =>
  value === null ? null : `into ${number(value)} Ω`;
const watts = (value: number | null): string | null =>
  value === null ? null : `at ${number(value)} W`;
const band = (value: Band | null): string | null =>
  value && `${formatHertz(value.lowHz)} to ${formatHertz(value.highHz)}`;
const percent = (ratio: number): string => `${number(100 * ratio)} %`;
const joined = (...parts: (string | null)[]): string =>
  parts.filter((part) => part !== null).join(", ");

const METHODS = { modulation: "a low and a high tone", difference: "two high tones" };
const STATES = { idle: "idle", standby: "on standby", rated: "at rated output" };

const TEXTS: {
  [Kind in StatedClaim["kind"]]: (stated: Extract<StatedClaim, { kind: Kind }>) => string;
} = {
  power: ({
    powerWatts,
    loadOhms,
    channelsDriven,
    distortionLimitRatio,
    distortionMeasure,
    band: where,
    rating,
    burst,
  }) =>
    joined(
      `${number(powerWatts)} W ${rating === "total" ? "in total" : `${rating ? `${rating} ` : ""}per channel`}`,
      ohms(loadOhms),
      channelsDriven === null ? null : drivenText(channelsDriven),
      distortionLimitRatio === null
        ? null
        : `${percent(distortionLimitRatio)} ${measureText(distortionMeasure ?? "thd")}`,
      band(where),
      burst === undefined ? null : `burst of ${BURST_LABELS[burst]}`,
    ),
  "bridged-power": ({ powerWatts, loadOhms, distortionLimitRatio, distortionMeasure }) =>
    joined(
      `${number(powerWatts)} W bridged`,
      ohms(loadOhms),
      distortionLimitRatio === null
        ? null
        : `${percent(distortionLimitRatio)} ${measureText(distortionMeasure ?? "thd")}`,
    ),
  distortion: ({ limitRatio, measure, powerWatts, loadOhms, band: where }) =>
    joined(
      `${measureText(measure)} at most ${percent(limitRatio)}`,
      watts(powerWatts),
      ohms(loadOhms),
      band(where),
    ),
  response: ({ band: where, upDb, downDb, powerWatts }) =>
    joined(
      `response ${band(where)}`,
      downDb === null ? null : `+${number(upDb ?? 0)}/−${number(downDb)} dB`,
      watts(powerWatts),
    ),
  "damping-factor": ({ least, loadOhms, frequencyHz }) =>
    joined(
      `damping factor at least ${number(least)}`,
      ohms(loadOhms),
      frequencyHz === null ? null : `at ${formatHertz(frequencyHz)}`,
    ),
  noise: ({ leastDb, weighting, referenceWatts }) =>
    joined(
      `noise ${number(leastDb)} dB down`,
      weighting === "a" ? "A-weighted" : "unweighted",
      referenceWatts === null ? null : `below ${number(referenceWatts)} W`,
    ),
  gain: ({ gainDb }) => `gain ${number(gainDb)} dB`,
  crosstalk: ({ leastDb, frequencyHz }) =>
    joined(
      `crosstalk ${number(leastDb)} dB down`,
      frequencyHz === null ? null : `at ${formatHertz(frequencyHz)}`,
    ),
  headroom: ({ leastDb }) => `headroom ${number(leastDb)} dB`,
  "output-impedance": ({ mostOhms, frequencyHz }) =>
    joined(
      `output impedance at most ${number(mostOhms)} Ω`,
      frequencyHz === null ? null : `at ${formatHertz(frequencyHz)}`,
    ),
  sensitivity: ({ volts, powerWatts }) =>
    joined(`${number(volts)} V in`, powerWatts === null ? "for rated output" : watts(powerWatts)),
  balance: ({ mostDb }) => `channels within ${number(mostDb)} dB`,
  intermodulation: ({ limitRatio, method, powerWatts }) =>
    joined(
      `intermodulation at most ${percent(limitRatio)}`,
      method === null ? null : METHODS[method],
      watts(powerWatts),
    ),
  "slew-rate": ({ leastVoltsPerSecond }) =>
    `slew rate at least ${number(leastVoltsPerSecond / 1e6)} V/µs`,
  "power-bandwidth": ({ band: where, distortionLimitRatio }) =>
    joined(
      `half power ${band(where)}`,
      distortionLimitRatio === null ? null : percent(distortionLimitRatio),
    ),
  consumption: ({ mostWatts, state }) =>
    joined(`${number(mostWatts)} W from the mains`, state === null ? null : STATES[state]),
  mass: ({ kilograms }) => `${number(kilograms)} kg`,
  size: ({ metres }) => `${metres.map((edge) => number(1000 * edge)).join(" × ")} mm`,
  supply: ({ volts, amperes }) =>
    `supply ${number(volts)} V, ${number(amperes)} A (${formatSignificant(volts * amperes, 3)} W)`,
};

/**
 * What was read from a line, in the words of the job: what it leaves out is left out here too.
 * Common practice of printed sheets.
 */
export const statedText = (stated: StatedClaim): string =>
  (TEXTS[stated.kind] as (stated: StatedClaim) => string)(stated);
