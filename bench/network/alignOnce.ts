import { findLoop } from "../audio/loopProbe";

/** What is compared of a long recording: enough to find its beginning, and little enough to be quick. */
const COMPARED_SECONDS = 1.5;
/** Below this correlation what came back is something else. Bent and filtered it is still far above. */
const LEAST_CORRELATION = 0.3;

/**
 * Where something that was played once begins in a recording that began before it, by cross-correlation.
 * @param played at the recording's rate
 * @returns the sample at which it begins, or null where nothing like it is there
 * @see findLoop
 */
export const beginningOf = (
  played: Float64Array,
  heard: Float64Array,
  sampleRateHz: number,
): number | null => {
  const spare = Math.max(0, heard.length - played.length);
  const count = Math.min(played.length, Math.round(COMPARED_SECONDS * sampleRateHz));
  const { delaySamples, correlation } = findLoop(
    played.subarray(0, count),
    heard.subarray(0, count + spare),
  );
  return correlation >= LEAST_CORRELATION ? delaySamples : null;
};

/** Of the loudest stretch a tone that was turned down keeps less than this. */
const SILENT_RATIO = 0.2;
const STRETCH_SECONDS = 0.01;
/** What is kept after it fell silent. */
const REST_SECONDS = 0.05;

/** Where a recording whose drive was turned off falls silent for the rest, with a little rest after it; its whole length where it does not. */
export const silentFrom = (volts: Float64Array, sampleRateHz: number): number => {
  const stretch = Math.max(1, Math.round(STRETCH_SECONDS * sampleRateHz));
  const peaks: number[] = [];
  for (let at = 0; at < volts.length; at += stretch) {
    let peak = 0;
    for (let n = at; n < Math.min(volts.length, at + stretch); n++)
      peak = Math.max(peak, Math.abs(volts[n]));
    peaks.push(peak);
  }
  const loud = SILENT_RATIO * Math.max(...peaks);
  const last = peaks.findLastIndex((peak) => peak > loud);
  return Math.min(volts.length, (last + 1) * stretch + Math.round(REST_SECONDS * sampleRateHz));
};
