import { limitText, type PowerLimit } from "@/core/claim";
import { formatShort } from "@/core/units";
import type { RatingMethodName, RecommendedRating } from "@/core/verdict";
import { channelsDrivenText } from "./numbers";

type MethodText = { label(limit: PowerLimit): string; source: string; condition: string };

/** Each rating method by the name that practitioners know, with its source and its condition. */
const METHODS: Record<RatingMethodName, MethodText> = {
  "full-band": {
    label: (limit) => `FTC full band, ${limitText(limit)}`,
    source: "16 CFR 432",
    condition: "20 Hz to 20 kHz below the limit, after a warm-up at one eighth of rated power",
  },
  "tenth-percent": {
    label: () => "1 kHz at 0.1 % THD+N",
    source: "common practice",
    condition: "sine at 1 kHz, continuous",
  },
  "own-limit": {
    label: (limit) => `at the claim’s limit, ${limitText(limit)}`,
    source: "IEC 60268-3",
    condition: "sine at 1 kHz at the distortion that the claim names",
  },
  knee: {
    label: () => "at the knee",
    source: "common practice",
    condition: "where THD+N reaches three times its floor",
  },
  "flat-tops": {
    label: () => "onset of clipping",
    source: "common practice",
    condition: "just below the level at which the tops of the sine flatten",
  },
  "one-percent": {
    label: () => "1 kHz at 1 % THD+N",
    source: "common practice",
    condition: "sine at 1 kHz, continuous",
  },
  "one-second": {
    label: () => "short-term maximum (1 s)",
    source: "IEC 60268-3",
    condition: "what it holds for one second",
  },
  "one-minute": {
    label: () => "long-term maximum (1 min)",
    source: "IEC 60268-3",
    condition: "what it holds for one minute",
  },
  burst: {
    label: () => "20 ms burst",
    source: "CTA-2006",
    condition: "the last clean cycle of a 20 ms tone burst at 1 kHz",
  },
};

/** The name of a rating method; `limit` is that of the leading claim. */
export const ratingMethodLabel = (name: RatingMethodName, limit: PowerLimit): string =>
  METHODS[name].label(limit);

export const ratingMethodSource = (name: RatingMethodName): string => METHODS[name].source;

/** "20 Hz to 20 kHz below the limit, after a warm-up at one eighth of rated power (16 CFR 432)" */
export const ratingMethodText = (name: RatingMethodName): string =>
  `${METHODS[name].condition} (${METHODS[name].source})`;

/** "1 kHz at 0.1 % THD+N, weaker channel, both channels driven, less the uncertainty and rounded down" */
export const recommendedRatingText = (
  { method, limit, channelsDriven }: RecommendedRating,
  channelCount: number | null,
): string =>
  [
    ratingMethodLabel(method, limit),
    channelCount === 1 ? "" : "weaker channel",
    channelsDrivenText(channelsDriven, channelCount),
    "less the uncertainty and rounded down",
  ]
    .filter(Boolean)
    .join(", ");

/** "50 W: 1 kHz at 0.1 % THD+N, ..." */
export const recommendedRatingSentence = (
  rating: RecommendedRating,
  channelCount: number | null,
): string => `${formatShort(rating.powerWatts)} W: ${recommendedRatingText(rating, channelCount)}.`;
