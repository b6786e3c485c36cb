import type { Band } from "./types";

/**
 * The edges count as inside, also when rounding or a clock puts a harmonic a little beyond.
 * Definition of a band with both its ends.
 */
export const isInBand = (frequencyHz: number, { lowHz, highHz }: Band): boolean =>
  frequencyHz >= lowHz * (1 - EDGE_RATIO) && frequencyHz <= highHz * (1 + EDGE_RATIO);

/** Clocks of source and recorder differ by so much. Common practice: 100 ppm. */
const EDGE_RATIO = 1e-4;
