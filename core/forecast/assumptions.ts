import type { Assumptions, ForecastClass } from "./types";

/**
 * Usual efficiency at full output with a sine, losses of the supply included. Common practice: 65 % for class AB, 75 % for
 * small class D; the ceilings are 50 % for class A and pi / 4 = 78.5 % for class B.
 */
const EFFICIENCY: Record<ForecastClass, number> = {
  a: 0.3,
  ab: 0.65,
  gh: 0.7,
  d: 0.75,
  transformer: 0.4,
  unknown: 0.65,
};

/** What an output device keeps. Common practice; for a transformer stage, of volts at the tap. */
const DEVICE_VOLTS: Record<ForecastClass, number> = {
  a: 3,
  ab: 3,
  gh: 3,
  d: 0.7,
  transformer: 3,
  unknown: 3,
};

/**
 * The assumptions typical for a class, with what was changed.
 * The usual values are common practice; each has its own source in this file.
 */
export const assumptionsFor = (
  stageClass: ForecastClass,
  given: Partial<Assumptions> = {},
): Assumptions => ({
  efficiencyRatio: EFFICIENCY[stageClass],
  houseKeepingWatts: stageClass === "d" ? 2 : 4,
  deviceVolts: DEVICE_VOLTS[stageClass],
  outputAmperesPeak: null,
  burstRatio: 1.6,
  mainsVolts: 230,
  breakerAmperes: 16,
  powerFactor: 0.65,
  ...given,
});
