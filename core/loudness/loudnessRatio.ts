/** Schools of how many decibels sound twice as loud. */
export const LOUDNESS_SCHOOLS = [
  { name: "textbook", label: "ten times the power", decibels: 10, source: "ISO 532-1, sones" },
  { name: "workshop", label: "four times the power", decibels: 6, source: "common practice" },
] as const;

/**
 * How many times as loud a difference of level sounds, under one school.
 * @param decibels the difference
 * @see ISO 532-1: +10 phon is twice the sones, above 40 phon (from memory); +6 dB is common practice
 */
export const loudnessRatio = (
  decibels: number,
  school: (typeof LOUDNESS_SCHOOLS)[number],
): number => 2 ** (decibels / school.decibels);
