import { dbToPowerRatio, powerRatioToDb, requirePositive } from "../units";

/** How many dB make it twice as loud: the textbook's ten (ten times the power), or some practitioners' six (four times). */
export const LOUDNESS_SCHOOLS = { textbook: 10, practitioners: 6 } as const;
export type LoudnessSchool = keyof typeof LOUDNESS_SCHOOLS;

/**
 * How much louder a change of power sounds: 2 is twice as loud. Twice the power (+3 dB) is just plainly audible.
 * @see S. S. Stevens, J. Acoust. Soc. Am. 27, 1955 (a factor of ten in power doubles loudness), from memory;
 *      the six dB are common practice
 */
export const loudnessRatio = (powerRatio: number, school: LoudnessSchool): number =>
  2 ** (powerRatioToDb(requirePositive("powerRatio", powerRatio)) / LOUDNESS_SCHOOLS[school]);

/** The change of power that makes it that much louder. */
export const powerRatioForLoudness = (loudness: number, school: LoudnessSchool): number =>
  dbToPowerRatio(Math.log2(requirePositive("loudness", loudness)) * LOUDNESS_SCHOOLS[school]);

/**
 * Sound pressure level in dB at a distance in a free field, from a speaker's level at 1 m for 2.83 V and the volts on it.
 * Indicative: a room adds to it.
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
