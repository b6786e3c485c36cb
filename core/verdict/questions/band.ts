import type { Band } from "../../distortion";
import type { EvidenceChannel } from "../types";
import { knownFigure } from "./knownFigures";

type Points = readonly (readonly [hertz: number, value: number])[];

/** A band counts as covered when its ends are met within this. Common practice: 20 kHz is often run to 19.9. */
const END_RATIO = 0.01;

/**
 * The points of a curve within a band; null where it does not reach over all of it.
 * @param points in order of frequency
 * @param highEndRatio how far its last point may lie below the band's end; a fiftieth of an octave where it is left out. Common practice.
 */
export const pointsIn = (
  points: Points,
  { lowHz, highHz }: Band,
  highEndRatio = END_RATIO,
): Points | null => {
  const found = points.filter(
    ([hertz]) => hertz >= (1 - END_RATIO) * lowHz && hertz <= (1 + END_RATIO) * highHz,
  );
  const isWhole =
    found.length >= 2 &&
    points[0][0] <= (1 + END_RATIO) * lowHz &&
    points[points.length - 1][0] >= (1 - highEndRatio) * highHz;
  return isWhole ? found : null;
};

/** Steps of distortion end a little below 20 kHz, where their harmonics leave the recorder. Chosen here. */
const STEPS_END_RATIO = 0.05;

/** Distortion over a band at one level: where it is worst, and the level; null where no figure tells that. */
export type BandDistortion = { watts: number | null; hertz: number; ratio: number };

/** Distortion at each level whose curve reaches over the band. @see 16 CFR 432 (rated power over a rated band); from memory */
export const distortionOver = (band: Band, channel: EvidenceChannel): BandDistortion[] =>
  (channel.curves ?? []).flatMap(({ name, points }) => {
    const inside = name.startsWith("distortion-") ? pointsIn(points, band, STEPS_END_RATIO) : null;
    if (!inside) return [];
    const level = knownFigure(
      channel,
      (each) => each.name === name.replace("distortion-", "level-"),
    );
    const [hertz, ratio] = inside.reduce((most, point) => (point[1] > most[1] ? point : most));
    return [{ watts: level?.value ?? null, hertz, ratio }];
  });
