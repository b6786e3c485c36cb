/**
 * 20 log10 of an amplitude ratio (volts, amperes); -Infinity at 0. For labels and axes.
 * @see ISO 80000-3, level of a field quantity
 */
export const amplitudeRatioToDb = (ratio: number): number => 20 * Math.log10(ratio);

/**
 * 10 log10 of a power ratio (watts, volts squared); -Infinity at 0. For labels and axes.
 * @see ISO 80000-3, level of a power quantity
 */
export const powerRatioToDb = (ratio: number): number => 10 * Math.log10(ratio);

/**
 * The amplitude ratio of a level in dB: 20 dB is 10.
 * @see ISO 80000-3
 */
export const dbToAmplitudeRatio = (db: number): number => 10 ** (db / 20);

/**
 * The power ratio of a level in dB: 10 dB is 10.
 * @see ISO 80000-3
 */
export const dbToPowerRatio = (db: number): number => 10 ** (db / 10);
