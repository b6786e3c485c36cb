import { timesOf, type Part } from "./lineParts";
import { ratingOf } from "./readPower";
import type { PowerRating, StatedClaim } from "./types";

/** What a claim leaves out of what would make it testable, in words. @param said the part of the line that speaks of it */
export const gapsOf = (stated: StatedClaim, said: readonly Part[]): string[] =>
  (GAPS[stated.kind] as (stated: StatedClaim, said: readonly Part[]) => Gap[])(
    stated,
    said,
  ).flatMap(([condition, isMissing]) => (isMissing ? [condition] : []));

/** The reading that comes nearest to a claim which leaves something out. */
export const nearestReading = (stated: StatedClaim, said: readonly Part[]): string =>
  (NEAREST[stated.kind] as (stated: StatedClaim, said: readonly Part[]) => string)(stated, said);

/** A condition and whether the claim leaves it out. */
type Gap = [string, boolean];

/** What a claim of power leaves out that does not say how many channels play; of an amplifier with one there is no question. */
export const CHANNELS_GAP = "how many channels are driven";

const powerGaps = (stated: {
  loadOhms: number | null;
  distortionLimitRatio: number | null;
  rating?: PowerRating;
}): Gap[] => [
  [
    "what “maximum”, “peak” or “total” means",
    stated.rating !== undefined && stated.rating !== "burst",
  ],
  ["the load", stated.loadOhms === null],
  // A burst is reported at its last clean cycle.
  ["the distortion limit", stated.distortionLimitRatio === null && stated.rating !== "burst"],
];

const GAPS: {
  [Kind in StatedClaim["kind"]]: (
    stated: Extract<StatedClaim, { kind: Kind }>,
    said: readonly Part[],
  ) => Gap[];
} = {
  power: (stated) => [
    ...powerGaps(stated),
    [
      CHANNELS_GAP,
      stated.channelsDriven === null && stated.rating !== "burst" && stated.rating !== "total",
    ],
  ],
  "bridged-power": (stated, said) => [...powerGaps({ ...stated, rating: ratingOf(said) })],
  distortion: (stated) => [
    ["the power it applies to", stated.powerWatts === null],
    ["the load", stated.loadOhms === null],
  ],
  response: (stated) => [["the tolerance in dB", stated.downDb === null]],
  "damping-factor": (stated) => [["the load", stated.loadOhms === null]],
  noise: (stated) => [["the reference output", stated.referenceWatts === null]],
  crosstalk: (stated) => [["the frequency", stated.frequencyHz === null]],
  gain: () => [],
  headroom: () => [],
  "output-impedance": () => [],
  sensitivity: () => [],
  balance: () => [],
  intermodulation: (stated) => [
    ["which tones", stated.method === null],
    ["the power it applies to", stated.powerWatts === null],
  ],
  "slew-rate": () => [],
  "power-bandwidth": (stated) => [["the distortion limit", stated.distortionLimitRatio === null]],
  consumption: (stated) => [["the operating state", stated.state === null]],
  mass: () => [],
  size: () => [],
  supply: () => [],
};

/** The nearest reading of a power that is no continuous one. */
const ratingReading = ({ rating, loadOhms }: { rating?: PowerRating; loadOhms: number | null }) => {
  // The most it gives for long is what a reader takes a maximum for.
  if (rating === undefined || rating === "maximum") return null;
  return rating === "total"
    ? `all channels together at 1 % into ${loadOhms ?? 8} Ω`
    : `20 ms burst power per channel into ${loadOhms ?? 8} Ω`;
};

const levelText = (watts: number | null): string =>
  watts === null ? "half the rated output" : `${watts} W`;

const limitOr = (ratio: number | null): string =>
  `${ratio === null ? 1 : Number((100 * ratio).toPrecision(6))} %`;

const NEAREST: {
  [Kind in StatedClaim["kind"]]: (
    stated: Extract<StatedClaim, { kind: Kind }>,
    said: readonly Part[],
  ) => string;
} = {
  power: (stated, said) =>
    ratingReading(stated) ??
    `power per channel at ${limitOr(stated.distortionLimitRatio)} into ${stated.loadOhms ?? 8} Ω, ${stated.channelsDriven ?? timesOf(said) ?? "all channels"} driven`,
  "bridged-power": (stated) =>
    `bridged power at ${limitOr(stated.distortionLimitRatio)} into ${stated.loadOhms ?? 8} Ω`,
  distortion: (stated) =>
    `THD at ${levelText(stated.powerWatts)} into ${stated.loadOhms ?? 8} Ω, 1 kHz`,
  response: () => "deviation in the band at 1 W, and where it is 3 dB down",
  "damping-factor": () => "damping factor into 8 Ω at 1 kHz",
  noise: () => "ratio to the rated output, and to 1 W",
  crosstalk: () => "crosstalk at 1 kHz and 10 kHz",
  gain: () => "gain at 1 W and 1 kHz",
  headroom: () => "20 ms burst power relative to continuous power",
  "output-impedance": () => "output impedance at 1 kHz",
  sensitivity: () => "input for rated output at 1 kHz",
  balance: () => "balance at 1 kHz",
  intermodulation: (stated) =>
    `${stated.method === "difference" ? "19 + 20 kHz" : "60 Hz + 7 kHz, 4 : 1"}, at ${levelText(stated.powerWatts)}`,
  "slew-rate": () => "the steepest clean signal",
  "power-bandwidth": () => "half the rated power over the band at 1 %",
  consumption: () => "mains power at rated output",
  mass: () => "mass as weighed",
  size: () => "size as measured",
  supply: () => "output and mains power at the rated load",
};
