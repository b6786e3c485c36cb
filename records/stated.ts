import { array, object, string, type AnyObject, type ObjectSchema } from "yup";
import type { StatedClaim } from "@/core/claim";
import { BURST_KINDS } from "@/core/signal";
import { above0, MOST, within } from "./limits";

const ohms = () => above0(MOST.ohms).nullable();
const watts = () => above0(MOST.watts);
const hertz = () => above0(MOST.hertz);
const decibels = () => within(1000);
const ratio = () => within(1000);
const measure = () => string().oneOf(["thd", "thd-plus-noise"] as const);
const band = () => object({ lowHz: hertz(), highHz: hertz() });

/** What each kind of claim says, as it is kept with the sheet that it was read from. */
const FIELDS: Record<StatedClaim["kind"], AnyObject> = {
  power: {
    powerWatts: watts(),
    loadOhms: ohms(),
    channelsDriven: within(64).nullable(),
    distortionLimitRatio: ratio().nullable(),
    distortionMeasure: measure().nullable(),
    band: band().nullable(),
    rating: string().oneOf(["burst", "music", "peak", "maximum", "total"] as const),
    burst: string().oneOf(Object.keys(BURST_KINDS)),
  },
  "bridged-power": {
    powerWatts: watts(),
    loadOhms: ohms(),
    distortionLimitRatio: ratio().nullable(),
    distortionMeasure: measure().nullable(),
  },
  distortion: {
    limitRatio: ratio(),
    measure: measure().required(),
    powerWatts: watts().nullable(),
    loadOhms: ohms(),
    band: band().nullable(),
  },
  response: {
    band: band(),
    upDb: decibels().nullable(),
    downDb: decibels().nullable(),
    powerWatts: watts().nullable(),
  },
  "damping-factor": {
    least: within(MOST.figure),
    loadOhms: ohms(),
    frequencyHz: hertz().nullable(),
  },
  noise: {
    leastDb: decibels(),
    weighting: string()
      .oneOf(["a", "none"] as const)
      .required(),
    referenceWatts: watts().nullable(),
  },
  gain: { gainDb: decibels() },
  crosstalk: { leastDb: decibels(), frequencyHz: hertz().nullable() },
  headroom: { leastDb: decibels() },
  "output-impedance": { mostOhms: above0(MOST.ohms), frequencyHz: hertz().nullable() },
  sensitivity: { volts: above0(MOST.volts), powerWatts: watts().nullable() },
  balance: { mostDb: decibels() },
  intermodulation: {
    limitRatio: ratio(),
    method: string()
      .oneOf(["modulation", "difference"] as const)
      .nullable(),
    powerWatts: watts().nullable(),
  },
  "slew-rate": { leastVoltsPerSecond: above0(MOST.figure) },
  "power-bandwidth": { band: band(), distortionLimitRatio: ratio().nullable() },
  consumption: {
    mostWatts: watts(),
    state: string()
      .oneOf(["idle", "standby", "rated"] as const)
      .nullable(),
  },
  mass: { kilograms: within(MOST.figure) },
  size: { metres: array().of(within(MOST.figure)).max(3).required() },
  supply: { volts: within(MOST.volts), amperes: within(MOST.volts) },
};

const SCHEMAS = new Map<unknown, ObjectSchema<AnyObject>>(
  Object.entries(FIELDS).map(([kind, fields]) => [kind, object(fields)]),
);

/** Whether something is a claim of a kind that is known, with all that its kind has. */
export const isStated = (value: unknown): value is StatedClaim =>
  typeof value === "object" &&
  value !== null &&
  "kind" in value &&
  (SCHEMAS.get(value.kind)?.isValidSync(value, { strict: true }) ?? false);
