import { requirePositive } from "../units";
import { COVERAGE } from "./coverage";
import type { Measured } from "./thermalResistance";
import type { Interval } from "./types";

/** What a heat sink does at some watts of heat. */
export type HeldAt = {
  /** Where it settles, in degrees Celsius. */
  settled: Interval;
  /** Seconds from the room until the limit is passed, Infinity where an end of the band never does; null where no end of it does. */
  limitAfter: Interval | null;
};

/**
 * Foretells one store of heat at a steady power, from cold.
 * @param resistance in K/W, above zero; heat in watts, not below zero
 * @throws {RangeError} on no thermal resistance or time constant
 * @see Newton's law of cooling: rise = R P (1 - exp(-t / T)); uncertainty by JCGM 100, 5.1.6
 */
export const heldAt = (
  { resistance, timeConstantSeconds }: { resistance: Measured; timeConstantSeconds: number },
  heat: Measured,
  { roomCelsius, limitCelsius }: { roomCelsius: number; limitCelsius: number },
): HeldAt => {
  requirePositive("resistance", resistance.value);
  requirePositive("timeConstantSeconds", timeConstantSeconds);
  const rise = resistance.value * heat.value;
  const spread =
    COVERAGE *
    Math.hypot(resistance.stdUncertainty * heat.value, resistance.value * heat.stdUncertainty);
  const passedAfter = (settledRise: number): number => {
    const share = (limitCelsius - roomCelsius) / settledRise;
    if (share <= 0) return 0;
    return share < 1 ? -timeConstantSeconds * Math.log1p(-share) : Infinity;
  };
  const soonest = passedAfter(rise + spread);
  return {
    settled: {
      value: roomCelsius + rise,
      low: roomCelsius + Math.max(0, rise - spread),
      high: roomCelsius + rise + spread,
    },
    limitAfter: Number.isFinite(soonest)
      ? { low: soonest, value: passedAfter(rise), high: passedAfter(Math.max(0, rise - spread)) }
      : null,
  };
};
