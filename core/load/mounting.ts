import { requirePositive } from "../units";
import type { Construction, Cooling, PowerResistor } from "./types";

/**
 * Rating as mounted over the label's. Tubes are rated in free air; cased and film resistors on their sink, and lose most of it
 * without. Common practice; makers' sheets give 0.3 to 0.4 for a cased one and 0.02 to 0.08 for a film one in free air.
 */
const MOUNTED_RATIO: Record<Construction, Record<Cooling, number>> = {
  "wire-wound": { "free air": 1, "heat sink": 1, fan: 1.5 },
  "metal-cased": { "free air": 0.35, "heat sink": 1, fan: 1.2 },
  film: { "free air": 0.05, "heat sink": 1, fan: 1.2 },
};

/** Rise of the surface at the rating as mounted. MIL-PRF-26 and MIL-PRF-18546 hot spots of 350 and 275 °C, less what a case hides; from memory. */
const RISE_KELVIN: Record<Construction, number> = {
  "wire-wound": 325,
  "metal-cased": 175,
  film: 130,
};

/** Time constant of the body. Common practice, to be replaced by what was timed. */
const BODY_SECONDS: Record<Construction, Record<Cooling, number>> = {
  "wire-wound": { "free air": 150, "heat sink": 150, fan: 70 },
  "metal-cased": { "free air": 180, "heat sink": 420, fan: 180 },
  film: { "free air": 30, "heat sink": 360, fan: 150 },
};

/**
 * Watts that it may take continuously, as it is mounted.
 * Common practice: the maker’s derating in free air and on a sink.
 */
export const mountedWatts = ({ ratedWatts, construction, cooling }: PowerResistor): number =>
  requirePositive("ratedWatts", ratedWatts) * MOUNTED_RATIO[construction][cooling];

/** Settled rise of the surface for each watt. Definition: rise over watts, at the rating. */
export const surfaceKelvinPerWatt = (resistor: PowerResistor): number =>
  RISE_KELVIN[resistor.construction] / mountedWatts(resistor);

/**
 * Time constant of the body: as timed, else typical for its kind.
 * The usual values are common practice.
 */
export const bodySeconds = ({
  timeConstantSeconds,
  construction,
  cooling,
}: PowerResistor): number => timeConstantSeconds ?? BODY_SECONDS[construction][cooling];

/**
 * Surface temperature at its rating: what it is never to pass.
 * The maker’s rating, or common practice for its kind.
 */
export const mostCelsius = ({ construction }: PowerResistor, ambientCelsius: number): number =>
  ambientCelsius + RISE_KELVIN[construction];
