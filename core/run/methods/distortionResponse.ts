import { analyseTone } from "../../distortion/reading";
import { failure, success, type Outcome } from "../../outcome";
import { findFrequencySteps, glides } from "../../response";
import { powerStdUncertaintyRatio } from "../../power";
import type { FrequencyStep } from "../../signal";
import { logFrequencies, stepsOfFrequencies } from "../../signal";
import { formatHertz, formatPercent, formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { settingNumber } from "../settings";
import { allDriven, highestHz, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Curve, Recorded, RunMethod, Settings, Shot, ShotFacts } from "../types";
import { nearest, reaches } from "../nearest";

/** Steps of a recording: those that were played, or null for a file. */
const stepsOf = ({ stimulus }: Recorded): FrequencyStep[] | null =>
  stimulus?.kind === "frequency-list"
    ? stepsOfFrequencies(stimulus.frequencies, stimulus.hold)
    : null;

/** Long enough for what the step before left behind to die away, and for whole cycles of the lowest tone. */
const HOLD = { seconds: 0.25, cycles: 14 };
/** Share of a step, from its end, that is read. */
const READ_FROM = 0.5;

/** Why a file holds no steps of frequency: it glides, or there is but one tone, of which a spectrum says more. */
const whyNoSteps = (
  volts: Float64Array,
  sampleRateHz: number,
  steps: readonly FrequencyStep[],
): Outcome<never> | null => {
  const hertz = steps.map(({ frequencyHz }) => frequencyHz);
  if (glides(volts, sampleRateHz, steps))
    return failure(
      "no-steps",
      "Recording",
      "its frequency glides continuously. Distortion needs a stepped tone, each step held for 0.25 s.",
    );
  return Math.max(...hertz) > 1.01 * Math.min(...hertz)
    ? null
    : failure(
        "no-steps",
        "Recording",
        "no frequency steps were found. Analyse a single tone as a spectrum.",
      );
};

/** The United States trade rule warms an amplifier up at one eighth of its rated power. @see 16 CFR 432; from memory */
const WARM_UP_SHARE = 1 / 8;

const warmUpOf = (settings: Settings, facts: ShotFacts): Pick<Shot, "warmUp"> => {
  const minutes = settingNumber(settings, "warmUpMinutes");
  return minutes > 0
    ? {
        warmUp: {
          frequencyHz: 1000,
          voltsPeak: peakDriveFor(WARM_UP_SHARE * facts.ratedWatts, facts),
          seconds: 60 * minutes,
        },
      }
    : {};
};

/** How it is played and read. */
export const distortionResponseMethod: RunMethod = {
  *shots(settings, facts) {
    const frequencies = logFrequencies(
      20,
      Math.min(20_000, highestHz(facts)),
      settingNumber(settings, "pointsPerDecade"),
    );
    for (const [name, watts] of [
      ["low", settingNumber(settings, "lowWatts")],
      ["high", settingNumber(settings, "shareOfRated") * facts.ratedWatts],
    ] as const)
      yield {
        name,
        label: `${formatSignificant(watts, 2)} W`,
        stimulus: {
          kind: "frequency-list",
          frequencies,
          voltsPeak: peakDriveFor(watts, facts),
          hold: HOLD,
        },
        drives: allDriven(facts),
        recordsInput: false,
        ...warmUpOf(settings, facts),
        load: "run",
      };
  },
  analyse: (recordings, { settings, band }) =>
    eachChannel(recordings, (channel, load) => {
      const curves: Curve[] = [];
      const figures = [];
      let worst = { frequencyHz: 0, ratio: 0 };
      for (const recorded of recordings) {
        const { volts, sampleRateHz } = recorded;
        const steps = stepsOf(recorded) ?? findFrequencySteps(volts[channel], sampleRateHz);
        if (!recorded.stimulus) {
          const finding = whyNoSteps(volts[channel], sampleRateHz, steps);
          if (finding) return finding;
        }
        const points: [number, number][] = [];
        let watts = 0;
        for (const step of steps) {
          const part = volts[channel].subarray(
            Math.round((step.startSeconds + READ_FROM * step.seconds) * sampleRateHz),
            Math.round((step.startSeconds + 0.97 * step.seconds) * sampleRateHz),
          );
          const reading = analyseTone(part, sampleRateHz, {
            band: {
              lowHz: band.lowHz,
              highHz: Math.min(settingNumber(settings, "bandHighHz"), 0.47 * sampleRateHz),
            },
            search: { lowHz: 0.9 * step.frequencyHz, highHz: 1.1 * step.frequencyHz },
          });
          if (!reading.ok) continue;
          points.push([step.frequencyHz, reading.value.thdPlusNoiseRatio]);
          if (Math.abs(Math.log(step.frequencyHz / 1000)) < 0.3)
            watts = reading.value.voltsRms ** 2 / load.loadOhms;
          if (reading.value.thdPlusNoiseRatio > worst.ratio)
            worst = { frequencyHz: step.frequencyHz, ratio: reading.value.thdPlusNoiseRatio };
        }
        if (points.length === 0) continue;
        const label = `${formatSignificant(watts, 2)} W`;
        curves.push({
          name: `distortion-${recorded.shot}`,
          label,
          x: "hertz",
          y: "distortion-ratio",
          points,
        });
        const read = points.map(([frequencyHz, ratio]) => ({ frequencyHz, ratio }));
        figures.push(
          ...(watts > 0
            ? [
                figure(`level-${recorded.shot}`, `output at 1 kHz, ${label}`, "watts", {
                  value: watts,
                  stdUncertainty: watts * powerStdUncertaintyRatio(load),
                }),
              ]
            : []),
          ...[1000, 20, 10_000, 20_000]
            .filter((frequencyHz) => reaches(read, frequencyHz))
            .map((frequencyHz) =>
              figure(
                `thd-plus-noise-${recorded.shot}-${frequencyHz}`,
                `${label} at ${formatHertz(frequencyHz)}`,
                "distortion-ratio",
                { value: nearest(read, frequencyHz).ratio },
              ),
            ),
        );
      }
      if (curves.length === 0)
        return failure("no-steps", "Recording", "no frequency steps were found.");
      return success({
        figures: [
          figure("worst", "worst THD+N", "distortion-ratio", { value: worst.ratio }),
          figure("worst-at", "worst at", "hertz", { value: worst.frequencyHz }),
          ...figures,
        ],
        curves,
        bursts: [],
        stop: stopAtLevel(recordings, null, "both levels over the whole band", null),
        summary: `At most ${formatPercent(worst.ratio, 2)} THD+N, at ${formatHertz(worst.frequencyHz, 2)}.`,
      });
    }),
};
