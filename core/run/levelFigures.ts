import { limitText, type PowerLimit } from "../claim";
import { outputWithin, powerAtClipOnset, type PowerAtLimit, type StepReading } from "../sweep";
import { figure } from "./figures";
import type { Figure } from "./types";

/** The limit at which output is read where nothing is claimed. Common practice. */
export const USUAL_LIMIT: PowerLimit = {
  distortionLimitRatio: 0.01,
  distortionMeasure: "thd-plus-noise",
};

/** Limits beside the one that is asked for: the usual schools. */
export const SCHOOLS = [
  ["one-percent", 0.01],
  ["tenth-percent", 0.001],
  ["ten-percent", 0.1],
] as const;

/** Below a millionth no analogue amplifier is to be believed, and no recorder either. */
const LEAST_RATIO = 1e-6;

/**
 * What levels say of one channel: output at a limit, which is the main reading, and at the other limits that are usual; where the
 * tops flatten; the lowest distortion and the highest output.
 * @see outputWithin
 */
export const levelFigures = (levels: readonly StepReading[], limit: PowerLimit): Figure[] => {
  const { distortionLimitRatio, distortionMeasure } = limit;
  const isAsked = ([, ratio]: (typeof SCHOOLS)[number]) => ratio === distortionLimitRatio;
  const at = (ratio: number) => outputWithin(levels, ratio, distortionMeasure);
  const lowest = Math.min(...levels.map(({ thdPlusNoiseRatio }) => thdPlusNoiseRatio));
  return [
    powerFigure(
      SCHOOLS.find(isAsked)?.[0] ?? "at-limit",
      `output at ${limitText(limit)}`,
      at(distortionLimitRatio),
    ),
    ...SCHOOLS.filter((school) => !isAsked(school)).map(([name, ratio]) =>
      powerFigure(
        name,
        `at ${limitText({ distortionMeasure, distortionLimitRatio: ratio })}`,
        at(ratio),
      ),
    ),
    powerFigure("tops", "onset of clipping", powerAtClipOnset(levels)),
    lowest < LEAST_RATIO
      ? figure("lowest", "lowest THD+N", "distortion-ratio", {
          value: LEAST_RATIO,
          bound: "at-most",
        })
      : figure("lowest", "lowest THD+N", "distortion-ratio", { value: lowest }),
    figure("highest", "highest output", "watts", {
      value: Math.max(...levels.map(({ powerWatts }) => powerWatts)),
    }),
  ];
};

/** No power lies within a limit that is passed at every level. */
const powerFigure = (name: string, label: string, reading: PowerAtLimit): Figure =>
  reading.status === "never-below"
    ? figure(name, label, "watts", { value: 0 })
    : figure(name, label, "watts", {
        value: reading.powerWatts,
        stdUncertainty: reading.powerWattsStdUncertainty,
        bound: reading.status === "at-least" ? "at-least" : null,
      });
