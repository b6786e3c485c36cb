import { powerRatioToDb, requirePositive } from "../units";

/**
 * Sound pressure level in dB at a distance in a free field, from a speaker's level at 1 m for 2.83 V and the volts on it.
 * Indicative: a room adds to it.
 * @see inverse square law of a point source in a free field; IEC 60268-5 for sensitivity at 1 m, from memory
 */
export const soundPressureLevelDb = (
  sensitivityDb: number,
  voltsRms: number,
  metres: number,
): number =>
  sensitivityDb +
  powerRatioToDb((requirePositive("voltsRms", voltsRms) / SENSITIVITY_VOLTS) ** 2) -
  powerRatioToDb(requirePositive("metres", metres) ** 2);

/** 2.83 V, which is 1 W in 8 ohm. */
const SENSITIVITY_VOLTS = Math.sqrt(8);
