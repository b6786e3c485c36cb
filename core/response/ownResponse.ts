import { logBetween, pointsAround } from "../numeric";
import { unwrappedPhases } from "./sweepResponse";
import type { Response, ResponsePoint } from "./types";

/** Levels of a rig are found at 1 kHz: what it does there is in them already. */
const REFERENCE_HZ = 1000;
/** Where the phase of a rig is its delay and hardly anything else. Chosen here. */
const DELAY_BAND = { lowHz: 300, highHz: 6000 };

/**
 * What a rig does by itself to magnitude and phase, read with its outputs wired to its inputs: over that at 1 kHz, and without its
 * delay, which is another each time that an interface is opened.
 * @param measured points of rising frequency on both sides of 1 kHz
 * @returns null where they are not on both sides
 * Definition: a delay is phase in proportion to frequency; it is fitted through zero by least squares where the rest is flat.
 */
export const ownResponse = (measured: Response): ResponsePoint[] | null => {
  const points = unwrappedPhases(measured);
  const reference = valueAt(points, REFERENCE_HZ);
  if (!reference) return null;
  const flat = points.filter(
    ({ frequencyHz }) => frequencyHz >= DELAY_BAND.lowHz && frequencyHz <= DELAY_BAND.highHz,
  );
  const squares = flat.reduce((sum, { frequencyHz }) => sum + frequencyHz ** 2, 0);
  const slope =
    flat.reduce((sum, { frequencyHz, phaseRadians }) => sum + frequencyHz * phaseRadians, 0) /
    squares;
  return points.map(({ frequencyHz, ratio, phaseRadians }) => ({
    frequencyHz,
    ratio: ratio / reference.ratio,
    phaseRadians: phaseRadians - slope * frequencyHz,
  }));
};

/**
 * A response without what the rig does by itself: ratios divided, phases taken off, between the rig's own points along the logarithm of
 * frequency. Beyond them nothing is known of the rig, and the points are left as they were measured.
 * @param own as ownResponse gives it
 * Definition: of two parts in a chain the ratios multiply and the phases add.
 */
export const withoutOwn = (
  measured: Response,
  own: Response,
): { points: ResponsePoint[]; leftHz: number[] } => {
  const leftHz: number[] = [];
  const points = measured.map((point) => {
    const rig = valueAt(own, point.frequencyHz);
    if (!rig) {
      leftHz.push(point.frequencyHz);
      return point;
    }
    return {
      ...point,
      ratio: point.ratio / rig.ratio,
      phaseRadians: point.phaseRadians - rig.phaseRadians,
      ...(point.ratioStdUncertainty !== undefined && {
        ratioStdUncertainty: point.ratioStdUncertainty / rig.ratio,
      }),
    };
  });
  return { points, leftHz };
};

/** Ends that were meant to lie there: frequencies are measured. */
const SAME_FREQUENCY_RATIO = 0.002;

/** Ratio and phase at a frequency, between the logarithms of frequency and ratio; null outside the span. */
const valueAt = (
  response: Response,
  frequencyHz: number,
): Pick<ResponsePoint, "ratio" | "phaseRadians"> | null => {
  const around = pointsAround(
    response,
    (each) => each.frequencyHz,
    frequencyHz,
    SAME_FREQUENCY_RATIO,
  );
  if (!around) return null;
  const { below, above, share } = around;
  return {
    ratio: logBetween(below.ratio, above.ratio, share),
    phaseRadians: below.phaseRadians + share * (above.phaseRadians - below.phaseRadians),
  };
};
