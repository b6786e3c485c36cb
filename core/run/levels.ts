import type { Caution } from "../caution";
import { limitText, type PowerLimit } from "../claim";
import { isInBand, type Band } from "../distortion";
import { success, type Outcome } from "../outcome";
import {
  analysePowerSweep,
  powerAtClipOnset,
  outputWithin,
  sweepSummary,
  type ChannelSweep,
  type PowerAtLimit,
  type StepReading,
} from "../sweep";
import { formatHertz } from "../units";
import { figure } from "./figures";
import { stopByEvent } from "./stop";
import type { AnalysisConditions, ChannelResult, Curve, Figure, Recorded } from "./types";

/** The limit by which output is told where nothing is claimed. Common practice. */
export const USUAL_LIMIT: PowerLimit = {
  distortionLimitRatio: 0.01,
  distortionMeasure: "thd-plus-noise",
};

/** Limits beside the one that is asked for: the usual schools. */
const SCHOOLS = [
  ["one-percent", 0.01],
  ["tenth-percent", 0.001],
  ["ten-percent", 0.1],
] as const;

/** Below a millionth no analogue amplifier is to be believed, and no recorder either. */
const LEAST_RATIO = 1e-6;

/**
 * Reads a recording that rises in levels, each channel: what any run of that kind has in common.
 * @param recordings the first counts
 */
export const readLevels = (
  recordings: readonly Recorded[],
  { band, mainsHz }: Pick<AnalysisConditions, "band" | "mainsHz">,
  onProgress?: (doneRatio: number) => void,
): Outcome<LevelResult[]> => {
  const [{ volts, sampleRateHz, loads }] = recordings;
  const outcome = analysePowerSweep(
    volts,
    sampleRateHz,
    { channels: loads, band, mainsHz },
    onProgress,
  );
  if (!outcome.ok) return outcome;
  return success(
    outcome.value.channels.map((sweep) => {
      const result = levelResult(sweep);
      // What the other instruments saw says more than that the output was cut off.
      const isExplained = !["output-protection", "not-known"].includes(result.stop.reason);
      const happened = isExplained ? null : stopByEvent(recordings, result.stop.picture);
      const cautions = lateDistortion(outcome.value.frequencyHz, sampleRateHz, band);
      // A sentence about power at a limit would say it all the same.
      const summary = cautions[0]?.text ?? result.summary;
      return { ...result, stop: happened ?? result.stop, summary, cautions };
    }),
  );
};

/** Clipping alike on both sides shows first in the third harmonic; where that lies beyond the band, distortion shows late. */
const lateDistortion = (frequencyHz: number, sampleRateHz: number, { highHz }: Band): Caution[] => {
  const most = Math.min(highHz, sampleRateHz / 2);
  return isInBand(3 * frequencyHz, { lowHz: 0, highHz: most })
    ? []
    : [
        {
          code: "few-harmonics",
          text: `Of a tone of ${formatHertz(frequencyHz, 3)} the third harmonic, ${formatHertz(3 * frequencyHz, 3)}, lies beyond ${formatHertz(most, 3)}: clipping hardly shows in the distortion, and powers at a limit of it come out too high. Go by where the tops flatten, or widen the band.`,
          touches: ["at-limit", ...SCHOOLS.map(([name]) => name), "lowest"],
        },
      ];
};

/** A result that has levels. */
export type LevelResult = ChannelResult & { levels: readonly StepReading[] };

/**
 * The result of one channel from its levels.
 * @see levelFigures
 */
export const levelResult = ({ steps: levels, stop }: ChannelSweep): LevelResult => ({
  figures: levelFigures(levels, USUAL_LIMIT),
  curves: [
    levelCurve("thd-plus-noise", "THD+N", levels, ({ thdPlusNoiseRatio }) => thdPlusNoiseRatio),
    levelCurve("thd", "THD", levels, ({ thdRatio }) => thdRatio),
  ],
  bursts: [],
  levels,
  stop: { ...stop, picture: outputByLevel(levels) },
  summary: sweepSummary({ steps: levels, stop }),
});

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
    powerFigure("tops", "tops flatten", powerAtClipOnset(levels)),
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

const levelCurve = (
  name: string,
  label: string,
  levels: readonly StepReading[],
  ratioOf: (level: StepReading) => number,
): Curve => ({
  name,
  label,
  x: "watts",
  y: "distortion-ratio",
  points: levels.map((level) => [level.powerWatts, ratioOf(level)]),
});

/** Output level by level while the drive rises evenly: where it bends or falls is where it stopped. */
const outputByLevel = (levels: readonly StepReading[]): Curve => ({
  name: "picture",
  label: "output, level by level",
  x: "count",
  y: "watts",
  points: levels.map(({ powerWatts }, level) => [level + 1, powerWatts]),
});
