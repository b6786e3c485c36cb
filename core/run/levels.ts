import type { Caution } from "../caution";
import { isInBand, type Band } from "../distortion";
import { success, type Outcome } from "../outcome";
import { sweepSummary, type ChannelSweep, type StepReading } from "../sweep";
import { analysePowerSweep } from "../sweep/reading";
import { formatHertz, formatPercent } from "../units";
import { levelFigures, SCHOOLS, USUAL_LIMIT } from "./levelFigures";
import { stopByEvent } from "./stop";
import type { AnalysisConditions, ChannelResult, Curve, Recorded } from "./types";

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
      const cautions = [
        ...lateDistortion(outcome.value.frequencyHz, sampleRateHz, band),
        ...movingLevels(sweep),
      ];
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
          text: `The third harmonic of ${formatHertz(frequencyHz, 3)}, ${formatHertz(3 * frequencyHz, 3)}, is above ${formatHertz(most, 3)}: clipping hardly shows in the distortion, and power at a distortion limit reads too high. Use the onset of clipping, or widen the band.`,
          touches: ["at-limit", ...SCHOOLS.map(([name]) => name), "lowest"],
        },
      ];
};

/** A level that moves while it is read is read as distortion. */
const movingLevels = ({ steps, moved = [] }: ChannelSweep): Caution[] => {
  if (moved.length === 0) return [];
  const most = Math.max(...moved.map(({ thdPlusNoiseRatio }) => thdPlusNoiseRatio));
  return [
    {
      code: "unsteady",
      text: `${moved.length} of ${steps.length} levels change during the reading, which looks like up to ${formatPercent(most)} of distortion. Hold each level for at least 20 cycles and 0.2 s, and record the sweep again.`,
      touches: [],
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
  label: "output at each level",
  x: "count",
  y: "watts",
  points: levels.map(({ powerWatts }, level) => [level + 1, powerWatts]),
});
