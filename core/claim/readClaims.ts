import {
  bandIn,
  channelsIn,
  distortionIn,
  loadsIn,
  multiplierIn,
  normalised,
  numberIn,
  valuesBefore,
} from "./quantities";
import { clarified, numberHabit } from "./numberHabit";
import type { ReadClaim, StatedClaim, UnreadLine } from "./types";

type Reader = { isFor: RegExp; read(text: string): StatedClaim[] | string };

const decibels = (text: string): number | null => {
  const match = /(?:-|>|\+)?\s*(\d+(?:[.,]\d+)?)\s*db/.exec(text);
  return match ? numberIn(match[1]) : null;
};

const frequenciesIn = (text: string): number[] =>
  [...text.matchAll(/(\d+(?:[.,]\d+)?)\s*(k?)hz/g)].map(
    ([, value, kilo]) => numberIn(value) * (kilo ? 1000 : 1),
  );

const frequencyIn = (text: string): number | null => frequenciesIn(text)[0] ?? null;

/** "130/220/310 w": the numbers of a list with slashes before one unit. */
const listBefore = (text: string, unit: string): number[] => {
  const match = new RegExp(`(\\d+(?:[.,]\\d+)?(?:\\s*/\\s*\\d+(?:[.,]\\d+)?)+)\\s*${unit}`).exec(
    text,
  );
  return match ? match[1].split("/").map((value) => numberIn(value.trim())) : [];
};

/** Words under which a power is printed that no method stands behind. */
const VAGUE =
  /\bmax(?:imum)?\b|\bpeak\b|\bpmpo\b|music power|\bdynamic power\b|\btotal\b|\bsystem power\b/;

const readResponse = (text: string): StatedClaim[] | string => {
  const band = bandIn(text);
  if (!band) return "a response without a band of frequencies";
  const both = /(?:\+\s*\/?\s*-|±)\s*(\d+(?:[.,]\d+)?)\s*db/.exec(text);
  const split = /\+\s*(\d+(?:[.,]\d+)?)\s*(?:db)?\s*[,/]\s*-\s*(\d+(?:[.,]\d+)?)\s*db/.exec(text);
  const down = /-\s*(\d+(?:[.,]\d+)?)\s*db/.exec(text.replace(/\d\s*-\s*\d/g, " "));
  const [up, under] = [split?.[1] ?? both?.[1], split?.[2] ?? both?.[1] ?? down?.[1]];
  const upDb = up === undefined ? null : numberIn(up);
  const downDb = under === undefined ? null : numberIn(under);
  return [
    { kind: "response", band, upDb, downDb, powerWatts: valuesBefore(text, "w\\b")[0] ?? null },
  ];
};

/** What the amplifier takes, in the common languages of sheets; a mains voltage before watts says the same. */
const MAINS =
  /consum|consomm|standby|stand-by|idle|requirement|\bmains\b|\d\s*v\b.*\d\s*hz|leistungsaufnahme|stromverbrauch|netz(?:spannung|anschluss)|opgenomen|verbruik|assorbi|absorb|^\s*(?:ac\s*)?(?:1[01]\d|2[234]\d)(?:\s*[-/]\s*2[234]\d)?\s*v\b/;
/** Advice on speakers to connect. */
const SPEAKER =
  /speakers? (?:of|up to|rated)|^(?:loud)?speakers?\b|recommended|lautsprecher|enceintes?|haut-parleurs?|luidsprekers?|diffusori|altoparlant/;

/** Watts that are not a promise of output. */
const notOutput = (text: string): string | null => {
  if (MAINS.test(text))
    return "it is about what the amplifier takes from the mains, not what it delivers";
  return SPEAKER.test(text) ? "it is about the speaker, not the amplifier" : null;
};

type PowerCase = { powerWatts: number; loadOhms: number | null };

/** "60 W into 8 ohm, 100 W into 4 ohm" in pairs; otherwise the first watts with every load that is named. */
const powerCases = (text: string, watts: readonly number[]): PowerCase[] => {
  const slashed = listBefore(text, "w\\b"),
    ohms = listBefore(text, "ohm");
  if (slashed.length > 1 && slashed.length === ohms.length)
    return slashed.map((powerWatts, k) => ({ powerWatts, loadOhms: ohms[k] }));
  const parts = text
    .split(/[,;]|\band\b/)
    .map((part) => ({ powerWatts: valuesBefore(part, "w\\b")[0], loadOhms: loadsIn(part)[0] }));
  const pairs = parts.filter(
    ({ powerWatts, loadOhms }) => powerWatts !== undefined && loadOhms !== undefined,
  );
  if (watts.length > 1 && pairs.length === watts.length) return pairs;
  const loads = loadsIn(text);
  return (loads.length > 0 ? loads : [null]).map((loadOhms) => ({
    powerWatts: watts[0],
    loadOhms,
  }));
};

const readPower = (text: string): StatedClaim[] | string => {
  const watts = valuesBefore(text, "w\\b");
  const refusal = notOutput(text);
  if (watts.length === 0 || refusal) return refusal ?? "no watts in it";
  const distortion = distortionIn(text);
  const cases = powerCases(text, watts);
  if (distortion && /^(?:thd|(?:rated |harmonic )?distortion)/.test(text))
    return [
      {
        kind: "distortion",
        limitRatio: distortion.limitRatio,
        measure: distortion.measure ?? "thd",
        ...cases[0],
        band: bandIn(text),
      },
    ];
  const common = {
    distortionLimitRatio: distortion?.limitRatio ?? null,
    distortionMeasure: distortion ? (distortion.measure ?? "thd") : null,
  };
  if (/bridged|\bbtl\b|mono mode|\bmono\b/.test(text))
    return cases.map((each) => ({ kind: "bridged-power", ...each, ...common }));
  return cases.map((each) => ({
    kind: "power",
    ...each,
    channelsDriven:
      channelsIn(text) ?? (/all channels driven/.test(text) ? multiplierIn(text) : null),
    ...common,
    band: bandIn(text),
  }));
};

const WATTS = /\d\s*w\b/;
const DISTORTION = /\bthd(?:\+n)?\b|distortion/;

/** In order: the first whose words occur reads the line. */
const READERS: readonly Reader[] = [
  {
    isFor: /damping factor/,
    read: (text) => {
      const rest = text.replace("damping factor", "");
      const value =
        /[:>≥=]\s*(\d+(?:[.,]\d+)?)(?![\d.,]|\s*(?:k?hz|ohm))/.exec(rest) ??
        /(?<![\d.,-])(\d+(?:[.,]\d+)?)(?![\d.,]|\s*-\s*\d|\s*(?:k?hz|ohm))/.exec(rest);
      return value
        ? [
            {
              kind: "damping-factor",
              least: numberIn(value[1]),
              loadOhms: loadsIn(text)[0] ?? null,
              frequencyHz: frequencyIn(text),
            },
          ]
        : "a damping factor without its number";
    },
  },
  {
    isFor: /crosstalk|channel separation|\bseparation\b/,
    read: (text) => {
      const several = listBefore(text, "db"),
        frequencies = frequenciesIn(text);
      if (several.length > 1 && several.length === frequencies.length)
        return several.map((leastDb, k) => ({
          kind: "crosstalk",
          leastDb,
          frequencyHz: frequencies[k],
        }));
      const db = decibels(text);
      return db === null
        ? "crosstalk without decibels"
        : [{ kind: "crosstalk", leastDb: db, frequencyHz: frequencyIn(text) }];
    },
  },
  {
    isFor: /headroom/,
    read: (text) => {
      const db = decibels(text);
      return db === null ? "headroom without decibels" : [{ kind: "headroom", leastDb: db }];
    },
  },
  {
    isFor: /signal.to.noise|\bs\/n\b|\bsnr\b|hum (?:and|&) noise|\bnoise\b(?!.*thd)/,
    read: (text) => {
      if (/thd\+n/.test(text))
        return "distortion and noise together; write it as a power or distortion line";
      const db = decibels(text);
      return db === null
        ? "noise without decibels"
        : [
            {
              kind: "noise",
              leastDb: db,
              weighting: /a-?weight|\(a\)|dba|ihf[- ]a\b|\bdb a\b/.test(text) ? "a" : "none",
              referenceWatts: valuesBefore(text, "w\\b")[0] ?? null,
            },
          ];
    },
  },
  { isFor: /phono|riaa/, read: () => "it is about the phono input" },
  {
    isFor: /intermodulation|\bimd\b/,
    read: () => "intermodulation is measured here, but not judged from a line",
  },
  {
    isFor: /power bandwidth/,
    read: () => "a power bandwidth; write it as a power with its band and distortion",
  },
  {
    isFor:
      /frequency response|frequency range|(?:±|\+\s*\/?\s*-|\+\d+(?:\.\d+)?\s*(?:db)?\s*[,/]\s*-).*db|-\s?[0-9.]+\s?db.*k?hz|k?hz.*-\s?[0-9.]+\s?db/,
    read: readResponse,
  },
  {
    isFor: /\bgain\b/,
    read: (text) => {
      const all = valuesBefore(text, "db");
      return all.length === 0
        ? "gain without decibels"
        : all.map((gainDb) => ({ kind: "gain", gainDb }));
    },
  },
  {
    isFor:
      /\d\s*v(?:dc| dc)?\s*[,/x-]?\s*(?:at )?\d+(?:[.,]\d+)?\s*a\b|power supply|adapter|power brick/,
    read: (text) => {
      const volts = valuesBefore(text, "v(?:dc)?\\b")[0],
        amperes = valuesBefore(text, "a\\b")[0];
      return volts && amperes
        ? [{ kind: "supply", volts, amperes }]
        : "a supply without both volts and amperes";
    },
  },
  { isFor: WATTS, read: readPower },
  {
    isFor: DISTORTION,
    read: (text) => {
      const distortion = distortionIn(text);
      return distortion
        ? [
            {
              kind: "distortion",
              limitRatio: distortion.limitRatio,
              measure: distortion.measure ?? "thd",
              powerWatts: null,
              loadOhms: loadsIn(text)[0] ?? null,
              band: bandIn(text),
            },
          ]
        : "distortion without a percentage";
    },
  },
];

/**
 * Reads a specification line by line; a line may hold several claims (one a load), or none that can be read.
 * Common practice of printed sheets; what a testable claim names follows 16 CFR 432 (from memory).
 */
export const readClaims = (sheet: string): { claims: ReadClaim[]; unread: UnreadLine[] } => {
  const claims: ReadClaim[] = [];
  const habit = numberHabit(sheet);
  const unread: UnreadLine[] = [];
  for (const printedText of sheet
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== "")) {
    const { text: plain, ambiguous } = clarified(printedText, habit);
    const text = normalised(plain);
    const reader = readerOf(text);
    const found = reader ? reader.read(text) : "nothing in it is a claim that can be measured here";
    if (typeof found === "string") unread.push({ printedText, reason: found });
    else claims.push(...found.map((stated) => withGaps(printedText, text, stated, ambiguous)));
  }
  return { claims, unread };
};

/** What a line speaks of outside its brackets is its claim; what stands in them are conditions. */
const readerOf = (text: string): Reader | null => {
  const outside = text.replace(/\([^)]*\)/g, " ");
  const spoken =
    READERS.find(({ isFor }) => isFor.test(outside)) ??
    READERS.find(({ isFor }) => isFor.test(text));
  // Distortion at so many watts is read with its watts.
  return spoken?.isFor === DISTORTION && WATTS.test(text)
    ? (READERS.find(({ isFor }) => isFor === WATTS) ?? null)
    : (spoken ?? null);
};

const withGaps = (
  printedText: string,
  text: string,
  stated: StatedClaim,
  ambiguous: readonly string[],
): ReadClaim => {
  const missing = [
    ...ambiguous.map((number) => `whether “${number}” has thousands or decimals`),
    ...gapsOf(stated, text),
  ];
  return {
    printedText,
    stated,
    missing,
    nearest: missing.length > 0 ? nearestReading(stated, text) : null,
  };
};

/** A condition and whether the claim leaves it out. */
type Gap = [string, boolean];

const powerGaps = (
  stated: PowerCase & { distortionLimitRatio: number | null },
  text: string,
): Gap[] => [
  ["what “maximum”, “peak” or “total” means", VAGUE.test(text)],
  ["the load", stated.loadOhms === null],
  ["the distortion limit", stated.distortionLimitRatio === null],
];

const GAPS: {
  [Kind in StatedClaim["kind"]]: (
    stated: Extract<StatedClaim, { kind: Kind }>,
    text: string,
  ) => Gap[];
} = {
  power: (stated, text) => [
    ...powerGaps(stated, text),
    ["how many channels are driven", stated.channelsDriven === null],
  ],
  "bridged-power": powerGaps,
  distortion: (stated) => [
    ["the power at which it holds", stated.powerWatts === null],
    ["the load", stated.loadOhms === null],
  ],
  response: (stated) => [["how many decibels it may deviate", stated.downDb === null]],
  "damping-factor": (stated) => [["the load it is stated for", stated.loadOhms === null]],
  noise: (stated) => [["the output it is compared with", stated.referenceWatts === null]],
  crosstalk: (stated) => [["the frequency", stated.frequencyHz === null]],
  gain: () => [],
  headroom: () => [],
  supply: () => [],
};

const gapsOf = (stated: StatedClaim, text: string): string[] =>
  (GAPS[stated.kind] as (stated: StatedClaim, text: string) => Gap[])(stated, text).flatMap(
    ([condition, isMissing]) => (isMissing ? [condition] : []),
  );

const limitOr = (ratio: number | null): string =>
  `${ratio === null ? 1 : Number((100 * ratio).toPrecision(6))} %`;

const NEAREST: {
  [Kind in StatedClaim["kind"]]: (
    stated: Extract<StatedClaim, { kind: Kind }>,
    text: string,
  ) => string;
} = {
  power: (stated, text) =>
    `power per channel at ${limitOr(stated.distortionLimitRatio)} into ${stated.loadOhms ?? 8} Ω, ${stated.channelsDriven ?? multiplierIn(text) ?? "all channels"} driven`,
  "bridged-power": (stated) =>
    `bridged power at ${limitOr(stated.distortionLimitRatio)} into ${stated.loadOhms ?? 8} Ω`,
  distortion: (stated) =>
    `THD at ${stated.powerWatts ?? "half the rated"} W into ${stated.loadOhms ?? 8} Ω, 1 kHz`,
  response: () => "deviation in the band at 1 W, and where it is 3 dB down",
  "damping-factor": () => "damping factor into 8 Ω at 1 kHz",
  noise: () => "ratio to the rated output, and to 1 W",
  crosstalk: () => "crosstalk at 1 kHz and 10 kHz",
  gain: () => "gain at 1 W and 1 kHz",
  headroom: () => "20 ms burst power over continuous power",
  supply: () => "output and mains power at the rated load",
};

const nearestReading = (stated: StatedClaim, text: string): string =>
  (NEAREST[stated.kind] as (stated: StatedClaim, text: string) => string)(stated, text);

/**
 * The claim as the core judges it, when nothing is missing. @returns null otherwise, or for another kind
 * Definition: testable with watts, ohms, channels, limit and its measure. @see 16 CFR 432; from memory
 */
export const testablePower = (claim: ReadClaim) => {
  const { stated, missing } = claim;
  if (stated.kind !== "power" || missing.length > 0) return null;
  const { powerWatts, loadOhms, channelsDriven, distortionLimitRatio, distortionMeasure } = stated;
  return loadOhms === null || channelsDriven === null || distortionLimitRatio === null
    ? null
    : {
        kind: "power" as const,
        powerWatts,
        loadOhms,
        channelsDriven,
        distortionLimitRatio,
        distortionMeasure: distortionMeasure ?? ("thd" as const),
      };
};
