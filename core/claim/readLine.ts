import type { DistortionMeasure } from "../sweep";
import {
  printedBand,
  figuresOf,
  frequencyOf,
  hasTerm,
  isFigures,
  loadsOf,
  partsOf,
  timesOf,
  wattsOf,
  type FiguresPart,
  type Part,
} from "./lineParts";
import { readPower } from "./readPower";
import { tokensOf, type Token } from "./tokens";
import type { StatedClaim } from "./types";
import type { PrintedTerm } from "./vocabulary";

/** A claim with the part of its line that speaks of it. */
export type Found = { stated: StatedClaim; said: readonly Part[] };
/** Claims, or why there is none. */
type Reader = (parts: readonly Part[]) => StatedClaim[] | string;
/** One that tells which part of the line speaks of each of its claims. */
type ClauseReader = (parts: readonly Part[]) => Found[] | string;

const decibelsOf = (parts: readonly Part[]): FiguresPart[] => figuresOf(parts, "dB");
const outermost = (figures: readonly FiguresPart[]): FiguresPart | undefined =>
  figures.toSorted((a, b) => a.depth - b.depth)[0];

const readResponse: Reader = (parts) => {
  const band = printedBand(parts) ?? bandOfTwo(parts);
  if (!band) return "a response without a frequency band";
  const decibels = decibelsOf(parts);
  const size = (sign: FiguresPart["sign"]) =>
    decibels.find((each) => each.sign === sign)?.values[0] ?? null;
  const both = size("both");
  // "+0/-3 dB": the first of the two has no unit of its own.
  const bare = figuresOf(parts, null).find(({ sign }) => sign === "plus")?.values[0] ?? null;
  const down = size("minus") ?? size("none");
  return [
    {
      kind: "response",
      band,
      // A further corner, "-3 dB at 100 kHz", does not widen what holds in the band.
      upDb: both ?? size("plus") ?? bare,
      downDb: both ?? down,
      powerWatts: wattsOf(parts),
    },
  ];
};

/** "1 dB down at 5 Hz and 60 kHz" */
const bandOfTwo = (parts: readonly Part[]) => {
  const values = figuresOf(parts, "Hz").flatMap((each) => each.values);
  return values.length === 2 && values[0] < values[1]
    ? { lowHz: values[0], highHz: values[1] }
    : null;
};

/** The line cut before each part that fits, with what stands before the first put in front of all. */
const cutBefore = (parts: readonly Part[], fits: (part: Part) => boolean): Part[][] => {
  const starts = parts.flatMap((part, at) => (fits(part) ? [at] : []));
  return starts.map((start, k) => [
    ...parts.slice(0, starts[0]),
    ...parts.slice(start, starts[k + 1]),
  ]);
};

const measureOf = (parts: readonly Part[]): DistortionMeasure =>
  hasTerm(parts, "distortion-and-noise") ? "thd-plus-noise" : "thd";

const readDistortion: Reader = (parts) => {
  const percent = (part: Part): part is FiguresPart => isFigures(part, "%");
  const limits = cutBefore(parts, percent);
  if (limits.length === 0) return "distortion without a percentage";
  const common = { kind: "distortion" as const, measure: measureOf(parts) };
  return limits.map((each) => {
    const limit = each.find(percent) as FiguresPart;
    return {
      ...common,
      limitRatio: Number((limit.values[limit.values.length - 1] / 100).toPrecision(12)),
      powerWatts: wattsOf(each),
      loadOhms: loadsOf(each)[0] ?? null,
      band: printedBand(each),
    };
  });
};

const readDamping: Reader = (parts) => {
  const bare = figuresOf(parts, null).filter(({ shape }) => shape === "single");
  const first = outermost(bare);
  if (!first) return "a damping factor without its number";
  const isFactor = (part: Part): part is FiguresPart =>
    isFigures(part, null) && part.depth === first.depth;
  return cutBefore(parts, isFactor)
    .map((each) => ({
      kind: "damping-factor" as const,
      least: (each.find(isFactor) as FiguresPart).values[0],
      loadOhms: loadsOf(each)[0] ?? null,
      frequencyHz: frequencyOf(each),
    }))
    .filter(({ loadOhms }, k) => k === 0 || loadOhms !== null);
};

const readSeparation: Reader = (parts) => {
  const decibels = decibelsOf(parts);
  if (decibels.length === 0) return "crosstalk without decibels";
  const [{ values, shape }] = decibels;
  const frequencies = figuresOf(parts, "Hz").find((each) => each.shape === "list")?.values ?? [];
  if (shape === "list" && values.length === frequencies.length)
    return values.map((leastDb, k) => ({
      kind: "crosstalk",
      leastDb,
      frequencyHz: frequencies[k],
    }));
  return cutBefore(parts, (part) => isFigures(part, "dB")).map((each) => ({
    kind: "crosstalk",
    leastDb: decibelsOf(each)[0].values[0],
    frequencyHz: frequencyOf(each),
  }));
};

const readNoise: Reader = (parts) => {
  const decibels = outermost(decibelsOf(parts));
  return decibels === undefined
    ? "noise without decibels"
    : [
        {
          kind: "noise",
          leastDb: decibels.values[0],
          weighting: hasTerm(parts, "a-weighted") ? "a" : "none",
          referenceWatts: wattsOf(parts),
        },
      ];
};

const readGain: Reader = (parts) => {
  const all = decibelsOf(parts);
  return all.length === 0
    ? "gain without decibels"
    : all.map(({ values }) => ({ kind: "gain", gainDb: values[0] }));
};

const readHeadroom: Reader = (parts) => {
  const [first] = decibelsOf(parts);
  return first ? [{ kind: "headroom", leastDb: first.values[0] }] : "headroom without decibels";
};

const readOutputImpedance: Reader = (parts) => {
  const [first] = figuresOf(parts, "ohm");
  return first
    ? [{ kind: "output-impedance", mostOhms: first.values[0], frequencyHz: frequencyOf(parts) }]
    : "an output impedance without ohms";
};

const readSensitivity: Reader = (parts) => {
  const [first] = figuresOf(parts, "V");
  return first
    ? [{ kind: "sensitivity", volts: first.values[0], powerWatts: wattsOf(parts) }]
    : "a sensitivity without volts";
};

const readBalance: Reader = (parts) => {
  const [first] = decibelsOf(parts);
  return first ? [{ kind: "balance", mostDb: first.values[0] }] : "a balance without decibels";
};

/** "60 Hz : 7 kHz" are a low tone and a high one, "19 kHz + 20 kHz" two high ones. */
const methodOf = (parts: readonly Part[]): "modulation" | "difference" | null => {
  const tones = figuresOf(parts, "Hz").flatMap(({ values }) => values);
  if (hasTerm(parts, "smpte") || tones.some((hertz) => hertz < 500)) return "modulation";
  return hasTerm(parts, "ccif") || tones.length > 1 ? "difference" : null;
};

const readIntermodulation: Reader = (parts) => {
  const [first] = figuresOf(parts, "%");
  return first
    ? [
        {
          kind: "intermodulation",
          limitRatio: Number((first.values[0] / 100).toPrecision(12)),
          method: methodOf(parts),
          powerWatts: wattsOf(parts),
        },
      ]
    : "intermodulation without a percentage";
};

const readSlewRate: Reader = (parts) => {
  const [first] = figuresOf(parts, "V/s");
  return first
    ? [{ kind: "slew-rate", leastVoltsPerSecond: first.values[0] }]
    : "a slew rate without volts per microsecond";
};

const readPowerBandwidth: Reader = (parts) => {
  const band = printedBand(parts) ?? bandOfTwo(parts);
  const [percent] = figuresOf(parts, "%");
  return band
    ? [
        {
          kind: "power-bandwidth",
          band,
          distortionLimitRatio: percent ? Number((percent.values[0] / 100).toPrecision(12)) : null,
        },
      ]
    : "a power bandwidth without a frequency band";
};

const STATES = ["idle", "standby", "rated"] as const;

/** The line cut at its commas and semicolons. */
const phrasesOf = (parts: readonly Part[]): Part[][] => {
  const phrases: Part[][] = [[]];
  for (const part of parts)
    if (part.kind === "break" && ",;/".includes(part.sign)) phrases.push([]);
    else phrases[phrases.length - 1].push(part);
  return phrases;
};

/** What it takes from the mains; volts and hertz of the socket are no promise. */
const readConsumption: Reader = (parts) => {
  const found = phrasesOf(parts).flatMap((phrase): StatedClaim[] =>
    figuresOf(phrase, "W")
      // "at full output of 2 x 120 W" is when, not what.
      .filter(({ times }) => times === null)
      .map(({ values }) => ({
        kind: "consumption",
        mostWatts: values[values.length - 1],
        state: STATES.find((state) => hasTerm(phrase, state)) ?? null,
      })),
  );
  return found.length > 0 ? found : "it is about the mains but gives no power";
};

const readMass: Reader = (parts) => {
  const [first] = figuresOf(parts, "kg");
  return first ? [{ kind: "mass", kilograms: first.values[0] }] : "a mass without kilograms";
};

/** Two or three edges. */
const readSize: Reader = (parts) => {
  const edges = figuresOf(parts, "m").flatMap(({ values }) => values);
  return edges.length === 2 || edges.length === 3
    ? [{ kind: "size", metres: edges }]
    : "a size without dimensions";
};

const readSupply: Reader = (parts) => {
  const volts = figuresOf(parts, "V"),
    amperes = figuresOf(parts, "A")[0]?.values[0];
  const single = volts.find(({ shape }) => shape === "single")?.values[0];
  return single !== undefined && amperes !== undefined
    ? [{ kind: "supply", volts: single, amperes }]
    : "a supply without both volts and amperes";
};

const refuse =
  (reason: string): Reader =>
  () =>
    reason;

/** What a line is about decides who reads it: its first term that stands here. */
const READERS: Partial<Record<PrintedTerm, Reader | ClauseReader>> = {
  power: readPower,
  bridged: readPower,
  distortion: readDistortion,
  "distortion-and-noise": readDistortion,
  response: readResponse,
  noise: readNoise,
  damping: readDamping,
  separation: readSeparation,
  gain: readGain,
  headroom: readHeadroom,
  supply: readSupply,
  mains: readConsumption,
  idle: readConsumption,
  standby: readConsumption,
  "damping-ohms": readOutputImpedance,
  sensitivity: readSensitivity,
  balance: readBalance,
  intermodulation: readIntermodulation,
  "slew-rate": readSlewRate,
  "power-bandwidth": readPowerBandwidth,
  mass: readMass,
  size: readSize,
  speaker: refuse("it is about the speaker, not the amplifier"),
  phono: refuse("it is about the phono input"),
  "tone-control": refuse("it is about a tone control, without a frequency band"),
  efficiency: refuse("no measurable claim found"),
  "not-measured": refuse("no measurable claim found"),
};

const NOTHING = refuse("no measurable claim found");

/** The claims of a line whose numbers are plain, or why there is none. */
export const readLine = (line: string): Found[] | string => {
  const tokens = tokensOf(line);
  const parts = partsOf(tokens);
  const reading = (bareReader(tokens, parts) ?? readerOf(parts))(parts);
  return typeof reading === "string"
    ? reading
    : reading.map((found) => ("said" in found ? found : { stated: found, said: parts }));
};

/** "12.5 kg", "430 x 140 x 360 mm": without a word beside it, kilograms are the mass and edges the size. Null for any other line. */
const bareReader = (tokens: readonly Token[], parts: readonly Part[]): Reader | null => {
  const isBare = tokens.every(
    (token) => token.kind !== "term" && (token.kind !== "word" || token.text === "x"),
  );
  if (!isBare) return null;
  if (figuresOf(parts, "kg").length === 1) return readMass;
  return figuresOf(parts, "m").length > 0 ? readSize : null;
};

/** "2 x 45 W": how many channels a line speaks of; null where it does not. Common practice of printed sheets. */
export const multiplierIn = (line: string): number | null => timesOf(partsOf(tokensOf(line)));

/** Whether a line says that its watts are those of each channel: in words, or by a multiplier. Common practice of printed sheets. */
export const isPerChannel = (line: string): boolean => {
  const parts = partsOf(tokensOf(line));
  return hasTerm(parts, "per-channel") || timesOf(parts) !== null;
};

/** Speaks of the mains: volts of a socket before the first watts. */
const isMains = (parts: readonly Part[]): boolean => {
  const at = parts.findIndex((part) => isFigures(part, "V"));
  const volts = parts[at];
  return (
    volts?.kind === "figures" &&
    volts.values.every((value) => value >= 100 && value <= 250) &&
    !hasTerm(parts, "power") &&
    !parts.slice(0, at).some((part) => isFigures(part, "W"))
  );
};

/** What stands outside brackets is the claim; what stands in them are conditions, unless there is nothing else. */
const readerOf = (parts: readonly Part[]): Reader | ClauseReader => {
  if (isMains(parts)) return READERS.mains ?? NOTHING;
  const outside = parts.filter(({ depth }) => depth === 0);
  const byUnits = hasVoltsAndAmperes(outside) && !figuresOf(outside, "W").length;
  const lead = leadOf(outside) ?? (byUnits ? "supply" : null) ?? leadOf(parts);
  return (lead && READERS[lead]) ?? NOTHING;
};

const hasVoltsAndAmperes = (parts: readonly Part[]): boolean =>
  figuresOf(parts, "V").length > 0 && figuresOf(parts, "A").length > 0;

/** Kinds whose figure is in decibels, so that a sign before them is no response. */
const IN_DECIBELS: readonly PrintedTerm[] = ["noise", "separation", "gain", "headroom"];

/** The first term that tells what a line is about; watts are power, and decibels with a sign and a band a response. */
const leadOf = (parts: readonly Part[]): PrintedTerm | null => {
  const isResponse = printedBand(parts) !== null && !hasTerm(parts, ...IN_DECIBELS);
  for (const [at, part] of parts.entries()) {
    if (part.kind === "term" && READERS[part.term]) return promoted(part.term, parts, at);
    if (part.kind !== "figures") continue;
    if (part.unit === "W") return "power";
    if (isResponse && part.unit === "dB" && part.sign !== "none") return "response";
  }
  return null;
};

/** "THD 1 %: 2 x 50 W" is a power under a condition: watts behind a colon behind the percentage. */
const promoted = (term: PrintedTerm, parts: readonly Part[], at: number): PrintedTerm => {
  if (term !== "distortion" && term !== "distortion-and-noise") return term;
  const percent = parts.findIndex((part, k) => k > at && isFigures(part, "%"));
  const colon = parts[percent + 1];
  const watts = parts[percent + 2];
  return percent > 0 &&
    colon?.kind === "break" &&
    colon.sign === ":" &&
    watts &&
    isFigures(watts, "W")
    ? "power"
    : term;
};
