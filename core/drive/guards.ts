import { formatSignificant, requirePositive } from "../units";

/** What must not be passed while output is live. */
export type GuardLimits = {
  /** Watts that each load may take for as long as it likes. */
  loadWatts: number;
  /** Surface of the load that is still safe. */
  loadCelsius: number;
  /** Heat sink of the amplifier that is still allowed. */
  sinkCelsius: number;
  /** What the mains breaker carries. */
  breakerAmperes: number;
  /** Volts at which the converter is at full scale. */
  fullScaleVolts: number;
};

/** How things stand at a moment of a steady tone; one entry a channel. */
export type LiveMoment = { driveVoltsRms: number; voltsRms: readonly number[]; voltsPeak: readonly number[]; loadWatts: readonly number[]; loadCelsius: readonly number[]; sinkCelsius: number; mainsAmperes: number; isCutOut: boolean };

export type GuardName = "load-rating" | "load-heat" | "sink-heat" | "breaker" | "converter" | "collapse" | "protection";
export type Trip = { guard: GuardName; /** A sentence with the numbers. */ text: string };

/** A converter this close to full scale is as good as overdriven. */
const NEAR_FULL_SCALE = 0.98;
/** Output that falls below this share of what it was, while the drive did not, has collapsed. */
const COLLAPSED_RATIO = 0.5;
/** Drive that is the same within this is not turned down. */
const SAME_DRIVE_RATIO = 0.99;

const most = (values: readonly number[]): number => values.reduce((high, value) => Math.max(high, value), 0);
const watts = (value: number): string => `${formatSignificant(value, 3)} W`;

/**
 * Looks for the first limit that is passed; whoever drives the amplifier then returns to the least drive at once.
 * @param before the moment before, null at the start
 * @throws {RangeError} on limits that are not above zero
 */
export const guardTrip = (limits: GuardLimits, now: LiveMoment, before: LiveMoment | null): Trip | null => {
  requirePositive("loadWatts", limits.loadWatts);
  requirePositive("fullScaleVolts", limits.fullScaleVolts);
  if (now.isCutOut) return { guard: "protection", text: "The amplifier's own protection cut the output off." };
  if (most(now.voltsPeak) >= NEAR_FULL_SCALE * limits.fullScaleVolts) return { guard: "converter", text: `Peaks of ${formatSignificant(most(now.voltsPeak), 3)} V reach the converter's full scale of ${formatSignificant(limits.fullScaleVolts, 3)} V.` };
  if (most(now.loadWatts) > limits.loadWatts) return { guard: "load-rating", text: `The load takes ${watts(most(now.loadWatts))}; it is made for ${watts(limits.loadWatts)}.` };
  if (most(now.loadCelsius) > limits.loadCelsius) return { guard: "load-heat", text: `The load is at ${formatSignificant(most(now.loadCelsius), 3)} °C; the limit is ${formatSignificant(limits.loadCelsius, 3)} °C.` };
  if (now.sinkCelsius > limits.sinkCelsius) return { guard: "sink-heat", text: `The heat sink is at ${formatSignificant(now.sinkCelsius, 3)} °C; the limit is ${formatSignificant(limits.sinkCelsius, 3)} °C.` };
  if (now.mainsAmperes > limits.breakerAmperes) return { guard: "breaker", text: `It draws ${formatSignificant(now.mainsAmperes, 3)} A from the mains; the breaker carries ${formatSignificant(limits.breakerAmperes, 3)} A.` };
  const channel = before && now.driveVoltsRms >= SAME_DRIVE_RATIO * before.driveVoltsRms ? now.voltsRms.findIndex((volts, k) => before.voltsRms[k] > 0.1 && volts < COLLAPSED_RATIO * before.voltsRms[k]) : -1;
  if (before && channel >= 0) return { guard: "collapse", text: `Output fell from ${formatSignificant(before.voltsRms[channel], 3)} V to ${formatSignificant(now.voltsRms[channel], 3)} V while the drive did not.` };
  return null;
};
