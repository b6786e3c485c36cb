import type { DistortionMeasure } from "../sweep";
import type { Band } from "../distortion";

const NUMBER = String.raw`(\d{1,3}(?:,\d{3})+(?:\.\d+)?|\d+(?:[.,]\d+)?)`;

/** "20,000" is twenty thousand, "0,25" a quarter. */
export const numberIn = (text: string): number =>
  Number(/^\d{1,3}(,\d{3})+(\.\d+)?$/.test(text) ? text.replace(/,/g, "") : text.replace(",", "."));

/** Terms of sheets in German, French, Dutch and Italian, as the English ones that are read. Common printing. */
const TERMS: readonly (readonly [RegExp, string])[] = [
  [
    /klirrfaktor|gesamtklirrfaktor|distorsion(?: harmonique)?(?: totale)?|(?:totale )?(?:harmonische )?vervorming|distorsione(?: armonica)?(?: totale)?/g,
    "thd",
  ],
  [
    /frequenzgang|übertragungsbereich|bande passante|réponse en fréquence|frequentie(?:bereik|karakteristiek)|risposta in frequenza/g,
    "frequency response",
  ],
  [
    /(?:fremdspannungs|geräuschspannungs|rausch|signal-rausch-)abstand|rapport signal[ /-]*(?:sur )?bruit|signaal-?ruis\w*|rapporto segnale[ /-]*rumore/g,
    "signal-to-noise",
  ],
  [
    /dämpfungsfaktor|facteur d['’]amortissement|dempingsfactor|fattore di smorzamento/g,
    "damping factor",
  ],
  [
    /kanaltrennung|übersprechdämpfung|séparation des canaux|kanaalscheiding|separazione (?:dei )?canali/g,
    "channel separation",
  ],
  [
    /beide kanäle (?:ausgesteuert|betrieben)|les deux canaux (?:en service|chargés)|beide kanalen (?:uitgestuurd|belast)|entrambi i canali (?:pilotati|in funzione)/g,
    "both channels driven",
  ],
  [/\b(?:pro|par|per) (?:kanal|canal|kanaal|canale)\b/g, "per channel"],
];

/** Lower case, one kind of dash and multiplication sign, units spelled one way, spaces single. */
export const normalised = (text: string): string =>
  TERMS.reduce((line, [foreign, english]) => line.replace(foreign, english), text.toLowerCase())
    .replace(/[\u2010-\u2015\u2212]/g, "-")
    .replace(/\s*(?:\.{2,3}|…)\s*(?=\d)/g, " - ")
    .replace(/[×✕]/g, "x")
    .replace(/\u03c9|\u2126|\bohms\b/g, "ohm")
    .replace(/(\d)\s*ohm/g, "$1 ohm")
    .replace(/t\.\s*h\.\s*d\.?/g, "thd")
    .replace(/total harmonic distortion/g, "thd")
    .replace(/thd\s*(?:\+|&|plus|and)\s*n(?:oise)?\b/g, "thd+n")
    .replace(/\bwatts?\b/g, "w")
    .replace(/(\d)\s*w\s*rms\b/g, "$1 w rms")
    .replace(/(\d)\s*w rms\s*\/\s*ch\b/g, "$1 w rms per channel")
    // "20-20k" has no unit but the one that bands have.
    .replace(/\b(\d+)\s*-\s*(\d+)\s*k\b(?!\s*hz)/g, "$1 hz - $2 khz")
    .replace(/(\d)\s*wpc\b/g, "$1 w per channel")
    .replace(/\s+/g, " ")
    .replace(/\b(\d{1,3}) (\d{3})(?=\s*hz)/g, "$1$2")
    .trim();

/** Every number that stands before a unit. */
export const valuesBefore = (text: string, unit: string): number[] =>
  [...text.matchAll(new RegExp(`${NUMBER}\\s*${unit}`, "g"))].map((match) => numberIn(match[1]));

/** Loads: "4, 8 or 16 ohm" is three of them. */
export const loadsIn = (text: string): number[] => {
  const match = new RegExp(
    `((?:${NUMBER}\\s*(?:ohm)?\\s*(?:,|/|-|or|and|&)\\s*)*)${NUMBER}\\s*ohm`,
  ).exec(text.replace(/(\d)-(ohm)/g, "$1 $2"));
  if (!match) return [];
  const others = [...(match[1] ?? "").matchAll(new RegExp(NUMBER, "g"))].map((part) =>
    numberIn(part[1]),
  );
  return [...others, numberIn(match[match.length - 1])].filter((ohms) => ohms > 0 && ohms <= 1000);
};

/** "20 Hz to 20 kHz", "20-20,000 Hz", "20Hz-20kHz". */
export const bandIn = (text: string): Band | null => {
  const match = new RegExp(`${NUMBER}\\s*(k?hz)?\\s*(?:-|to|~)\\s*${NUMBER}\\s*(k?hz)`).exec(text);
  if (!match) return null;
  const scaleHigh = match[4] === "khz" ? 1000 : 1;
  // "10-100 kHz" may mean either; without a unit the first is in hertz unless it would then be the larger.
  const lowHz = numberIn(match[1]) * (match[2] === "khz" ? 1000 : 1);
  const highHz = numberIn(match[3]) * scaleHigh;
  return lowHz < highHz ? { lowHz, highHz } : null;
};

const measureIn = (text: string): DistortionMeasure | null => {
  if (text.includes("thd+n")) return "thd-plus-noise";
  return /\bthd\b|distortion/.test(text) ? "thd" : null;
};

/** A percentage of distortion and what it measures. */
export const distortionIn = (
  text: string,
): { limitRatio: number; measure: DistortionMeasure | null } | null => {
  const match = new RegExp(`${NUMBER}\\s*%`).exec(text);
  if (!match) return null;
  // Rounded so that 0.7 % is 0.007 and not a binary neighbour of it.
  return {
    limitRatio: Number((numberIn(match[1]) / 100).toPrecision(12)),
    measure: measureIn(text),
  };
};

/** How many channels are driven, when the line says so. */
export const channelsIn = (text: string): number | null => {
  if (/both channels driven|stereo(?:,| \()? ?(?:both )?driven/.test(text)) return 2;
  const all = /all (?:(\d+|five|seven) )?channels? driven/.exec(text);
  if (all?.[1]) return { five: 5, seven: 7 }[all[1]] ?? Number(all[1]);
  if (/(?:one|single) channel driven/.test(text)) return 1;
  const few = /(\d+) channels? driven/.exec(text);
  return few ? Number(few[1]) : null;
};

/**
 * "x 2" or "2 x" beside watts: how many channels are spoken of, though not whether they play at once.
 * Common practice of printed sheets.
 */
export const multiplierIn = (line: string): number | null => {
  const text = normalised(line);
  const match = /(\d+)\s*x\s*\d+(?:[.,]\d+)?\s*w\b|\d+(?:[.,]\d+)?\s*w\s*x\s*(\d+)/.exec(text);
  return match ? Number(match[1] ?? match[2]) : null;
};
