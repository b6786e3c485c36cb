/** What a surface is made of, as far as it matters to a hand. */
export const SURFACES = ["bare metal", "glass or ceramic", "plastic"] as const;
export type Surface = (typeof SURFACES)[number];

/** How long a surface may be touched, the longest first, and the temperature up to which that is so for each material. */
const THRESHOLDS: readonly {
  seconds: number;
  words: string;
  celsius: Readonly<Record<Surface, number>>;
}[] = [
  {
    seconds: 28_800,
    words: "for hours",
    celsius: { "bare metal": 43, "glass or ceramic": 43, plastic: 43 },
  },
  {
    seconds: 600,
    words: "for ten minutes",
    celsius: { "bare metal": 48, "glass or ceramic": 48, plastic: 48 },
  },
  {
    seconds: 60,
    words: "for a minute",
    celsius: { "bare metal": 51, "glass or ceramic": 56, plastic: 60 },
  },
  {
    seconds: 10,
    words: "for ten seconds",
    celsius: { "bare metal": 55, "glass or ceramic": 66, plastic: 71 },
  },
  {
    seconds: 1,
    words: "for a second",
    celsius: { "bare metal": 65, "glass or ceramic": 80, plastic: 85 },
  },
];

/** The longest touch that does not burn. */
export type Touch = { seconds: number; words: string };

/** Too hot for any touch. */
const NOT_AT_ALL: Touch = { seconds: 0, words: "not at all" };

/**
 * For how long a surface may be touched.
 * @see ISO 13732-1:2006, burn thresholds of healthy adults' skin on smooth surfaces; its lower limits, from memory
 */
export const longestTouch = (celsius: number, surface: Surface = "bare metal"): Touch =>
  THRESHOLDS.find((threshold) => celsius <= threshold.celsius[surface]) ?? NOT_AT_ALL;

/** What a hand on it tells of a temperature, in degrees Celsius. */
export type HandWord = "held" | "moments" | "not at all";

/**
 * The span of temperatures that goes with what a hand stood: nothing for a fit, something for the eye. Common practice: held
 * for as long as one likes, for moments only, or not at all.
 */
export const HAND_SPANS: Readonly<Record<HandWord, readonly [low: number, high: number]>> = {
  held: [30, 51],
  moments: [51, 65],
  "not at all": [65, 120],
};
