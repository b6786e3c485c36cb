import { requireRange } from "../units";
import { bodySeconds, mountedWatts, surfaceKelvinPerWatt } from "./mounting";
import type { PowerResistor } from "./types";

/** Bare metal may be held for a minute below 51 °C. @see ISO 13732-1, burn thresholds (from memory) */
export const TOUCH_CELSIUS = 50;

/**
 * Time constant of a winding whose overload allowance is known: at the end of an allowed overload it is as hot as at its rating.
 * @param overloadRatio above 1
 * @see Newton’s law of cooling, solved for the time constant
 */
export const windingSeconds = (overloadRatio: number, overloadSeconds: number): number =>
  -overloadSeconds / Math.log(1 - 1 / overloadRatio);

/**
 * How long a resistor may take a power from cold. Up to its rating as mounted: without limit. Beyond, its winding warms like
 * one heat store whose time constant follows from its overload allowance: t = -tau ln(1 - rated/P). More than the overload: not at all.
 * Ten times for five seconds, the usual wire-wound tube, makes tau 47 s.
 * @see closed form of one store, one way out; the allowance itself is the maker's
 */
export const allowedSeconds = (resistor: PowerResistor, watts: number): number => {
  const rated = mountedWatts(resistor);
  const { overloadRatio, overloadSeconds } = resistor;
  if (requireRange("watts", watts, 0, Infinity) <= rated) return Infinity;
  // The allowance itself must come out whole, whatever the rounding.
  if (watts > rated * overloadRatio * (1 + 1e-9) || overloadRatio <= 1) return 0;
  return -windingSeconds(overloadRatio, overloadSeconds) * Math.log(1 - rated / watts);
};

/** Surface temperature after some seconds at steady watts, from where it stood. @see Newton's law of cooling */
export const celsiusAfter = (
  resistor: PowerResistor,
  watts: number,
  seconds: number,
  { fromCelsius, ambientCelsius }: { fromCelsius: number; ambientCelsius: number },
): number => {
  const settled = ambientCelsius + surfaceKelvinPerWatt(resistor) * watts;
  return settled + (fromCelsius - settled) * Math.exp(-seconds / bodySeconds(resistor));
};

/**
 * Seconds without power until a surface may be touched; 0 where it may already.
 * @throws {RangeError} in a room that is itself too hot
 * @see Newton’s law of cooling; touchable by ISO 13732-1, from memory
 */
export const coolSecondsFrom = (
  resistor: PowerResistor,
  celsius: number,
  ambientCelsius: number,
  targetCelsius: number = TOUCH_CELSIUS,
): number => {
  requireRange("ambientCelsius", ambientCelsius, -60, targetCelsius - 1);
  return celsius <= targetCelsius
    ? 0
    : bodySeconds(resistor) *
        Math.log((celsius - ambientCelsius) / (targetCelsius - ambientCelsius));
};
