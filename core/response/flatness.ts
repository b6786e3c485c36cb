import { logBetween, logShare, pointsAround } from "../numeric";
import {
  amplitudeRatioToDb,
  dbToAmplitudeRatio,
  formatFixed,
  formatHertz,
  requireRange,
} from "../units";
import type { Response, ResponsePoint } from "./types";

/** Frequencies this close count as the same. Chosen here, because clocks differ by up to 100 ppm, and no response changes by much within 0.2 %. */
const SAME_FREQUENCY_RATIO = 0.002;

/**
 * The response's ratio at a frequency, between the logarithms of frequency and ratio; null outside its span.
 * Definition: linear between logarithms, as such charts are drawn.
 */
export const ratioAt = (response: Response, frequencyHz: number): number | null => {
  // An end that was meant to lie there: recorders' clocks differ, and frequencies are measured.
  const around = pointsAround(
    response,
    (each) => each.frequencyHz,
    frequencyHz,
    SAME_FREQUENCY_RATIO,
  );
  return around && logBetween(around.below.ratio, around.above.ratio, around.share);
};

export type Deviation = {
  lowestRatio: number;
  lowestHz: number;
  highestRatio: number;
  highestHz: number;
};

/**
 * Lowest and highest ratio in a band over that at the reference frequency; the band's edges are interpolated.
 * @returns null when the response does not reach over band and reference
 * @see IEC 60268-3, amplitude-frequency response; from memory
 */
export const deviationInBand = (
  response: Response,
  lowHz: number,
  highHz: number,
  referenceHz = 1000,
): Deviation | null => {
  const [reference, low, high] = [referenceHz, lowHz, highHz].map((frequencyHz) =>
    ratioAt(response, frequencyHz),
  );
  if (reference === null || low === null || high === null) return null;
  const inside: Pick<ResponsePoint, "frequencyHz" | "ratio">[] = [
    { frequencyHz: lowHz, ratio: low },
    ...response.filter(({ frequencyHz }) => frequencyHz > lowHz && frequencyHz < highHz),
    { frequencyHz: highHz, ratio: high },
  ];
  const lowest = inside.reduce((best, point) => (point.ratio < best.ratio ? point : best));
  const highest = inside.reduce((best, point) => (point.ratio > best.ratio ? point : best));
  return {
    lowestRatio: lowest.ratio / reference,
    lowestHz: lowest.frequencyHz,
    highestRatio: highest.ratio / reference,
    highestHz: highest.frequencyHz,
  };
};

/**
 * The frequencies at which the response has fallen by so many dB from the reference, going outwards from it; null on a
 * side where it does not fall so far within its span.
 * @see IEC 60268-3, gain-limited effective frequency range; from memory
 */
export const cornerFrequencies = (
  response: Response,
  downDb: number,
  referenceHz = 1000,
): { lowHz: number | null; highHz: number | null } => {
  const reference = ratioAt(response, referenceHz);
  if (reference === null) return { lowHz: null, highHz: null };
  const level = reference * dbToAmplitudeRatio(-requireRange("downDb", downDb, 0, 200));
  const crossing = (inner: ResponsePoint, outer: ResponsePoint): number =>
    logBetween(inner.frequencyHz, outer.frequencyHz, logShare(inner.ratio, outer.ratio, level));
  const firstAbove = response.findIndex(({ frequencyHz }) => frequencyHz >= referenceHz);
  let lowHz: number | null = null,
    highHz: number | null = null;
  for (let k = Math.max(firstAbove, 1); k < response.length && highHz === null; k++)
    if (response[k].ratio < level && response[k - 1].ratio >= level)
      highHz = crossing(response[k - 1], response[k]);
  for (let k = Math.min(firstAbove, response.length - 1); k > 0 && lowHz === null; k--)
    if (response[k - 1].ratio < level && response[k].ratio >= level)
      lowHz = crossing(response[k], response[k - 1]);
  return { lowHz, highHz };
};

/** One sentence: how flat from 20 Hz to 20 kHz (as far as it reaches), and where it is 3 dB down. */
export const responseSummary = (response: Response): string => {
  const first = response[0],
    last = response[response.length - 1];
  const [lowHz, highHz] = [Math.max(20, first.frequencyHz), Math.min(20_000, last.frequencyHz)];
  const deviation = deviationInBand(response, lowHz, highHz);
  if (!deviation) return "The response does not include 1 kHz, so its flatness is unknown.";
  const { lowHz: lowCorner, highHz: highCorner } = cornerFrequencies(response, 3);
  const signed = (ratio: number) =>
    `${ratio >= 1 ? "+" : ""}${formatFixed(amplitudeRatioToDb(ratio), 2)} dB`;
  const corners = [
    lowCorner === null ? null : formatHertz(lowCorner, 3),
    highCorner === null ? null : formatHertz(highCorner, 3),
  ].filter((text) => text !== null);
  return `From ${formatHertz(lowHz, 3)} to ${formatHertz(highHz, 3)} the response is within ${signed(deviation.highestRatio)} and ${signed(deviation.lowestRatio)} of 1 kHz${corners.length > 0 ? `; −3 dB at ${corners.join(" and ")}` : ""}.`;
};
