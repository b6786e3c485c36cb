import { crosstalkAgainstFrequency, loudestChannel } from "../../crosstalk";
import { analyseTone } from "../../distortion";
import { outputImpedance, SAME_RANGE_REPEAT_RATIO, type LoadedOutput } from "../../impedance";
import { failure, success } from "../../outcome";
import {
  findFrequencySteps,
  steppedResponse,
  type Response,
  type ResponseSegment,
} from "../../response";
import { logFrequencies, stepsOfFrequencies } from "../../signal";
import type { ChannelConditions } from "../../sweep";
import { amplitudeRatioToDb, formatHertz, formatPercent, formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { choiceField, forReading, numberOf, quantityField } from "../settings";
import { allDriven, highestHz, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Curve, MeasuredChannel, Recorded, RunKindDefinition } from "../types";

const nearest = <T extends { frequencyHz: number }>(points: readonly T[], frequencyHz: number): T =>
  points.reduce((best, point) =>
    Math.abs(Math.log(point.frequencyHz / frequencyHz)) <
    Math.abs(Math.log(best.frequencyHz / frequencyHz))
      ? point
      : best,
  );
/** Whether a frequency lies within what was measured, an eighth of an octave allowed for the grid. */
const reaches = (points: readonly { frequencyHz: number }[], frequencyHz: number): boolean =>
  points.length > 0 &&
  Math.abs(Math.log2(nearest(points, frequencyHz).frequencyHz / frequencyHz)) < 0.3;

/** Steps of a recording: those that were played, or null for a file. */
const stepsOf = ({ stimulus }: Recorded): ResponseSegment[] | null =>
  stimulus?.kind === "frequency-list"
    ? stepsOfFrequencies(stimulus.frequencies, stimulus.hold)
    : null;

/** What leaks from channel to channel, each way, against frequency. */
export const crosstalk: RunKindDefinition = {
  fields: [
    quantityField("watts", "Driven channel", "W", 5, 0.001, 1000),
    choiceField("driven", "Driven", [
      ["each", "each channel in turn"],
      ["others", "all but one, in turn"],
    ]),
    quantityField("pointsPerDecade", "Points a decade", "", 4, 2, 30),
  ],
  *shots(settings, facts) {
    if (facts.channelCount < 2) return;
    const frequencies = logFrequencies(
      20,
      Math.min(20_000, highestHz(facts)),
      numberOf(settings, "pointsPerDecade"),
    );
    for (let chosen = 0; chosen < facts.channelCount; chosen++)
      yield {
        name: `channel-${chosen + 1}`,
        label: `Channel ${chosen + 1} ${settings.driven === "others" ? "idle" : "driven"}`,
        stimulus: {
          kind: "frequency-list",
          frequencies,
          voltsPeak: peakDriveFor(numberOf(settings, "watts"), facts),
        },
        drives: Array.from(
          { length: facts.channelCount },
          (_, channel) => (channel === chosen) !== (settings.driven === "others"),
        ),
        recordsInput: false,
        load: "run",
      };
  },
  analyse: (recordings) => {
    if (recordings.some(({ volts }) => volts.length < 2))
      return failure(
        "channel-mismatch",
        "Recording",
        "crosstalk takes at least two channels: one driven, one listening.",
      );
    const found: { driven: number; idle: number; points: Response }[] = [];
    for (const { volts, sampleRateHz } of recordings) {
      const driven = loudestChannel(volts);
      const most = rms(volts[driven]);
      for (let idle = 0; idle < volts.length; idle++) {
        // With all others driven, the quiet one is the one that listens.
        if (idle === driven || rms(volts[idle]) > 0.3 * most) continue;
        const outcome = crosstalkAgainstFrequency(volts[driven], volts[idle], sampleRateHz);
        if (!outcome.ok) return outcome;
        found.push({ driven, idle, points: outcome.value });
      }
    }
    return eachChannel(recordings, (channel) => {
      const into = found.filter(({ idle }) => idle === channel);
      const all = into.flatMap(({ points }) => points);
      if (all.length === 0)
        return success(
          emptyChannel("This channel was driven only; what leaks into it was not recorded."),
        );
      const worst = all.reduce((most, point) => (point.ratio > most.ratio ? point : most));
      const at = (frequencyHz: number) =>
        reaches(all, frequencyHz)
          ? [
              figure(
                `at-${frequencyHz}`,
                `at ${formatHertz(frequencyHz)}`,
                "level-ratio",
                Math.max(...into.map(({ points }) => nearest(points, frequencyHz).ratio)),
              ),
            ]
          : [];
      return success({
        figures: [
          ...at(1000),
          ...at(10_000),
          ...at(20_000),
          figure("worst", "worst", "level-ratio", worst.ratio),
          figure("worst-at", "worst at", "hertz", worst.frequencyHz),
        ],
        curves: into.map(({ driven, points }): Curve => ({
          name: `from-${driven + 1}`,
          label: `from ${String.fromCharCode(65 + driven)}`,
          x: "hertz",
          y: "level-ratio",
          points: points.map(({ frequencyHz, ratio }) => [frequencyHz, ratio]),
        })),
        bursts: [],
        stop: stopAtLevel(recordings, null, "the whole band", null),
        summary: `At worst ${formatSignificant(amplitudeRatioToDb(worst.ratio), 3)} dB leaks into this channel, at ${formatHertz(Number(worst.frequencyHz.toPrecision(2)))}.`,
      });
    });
  },
};

const rms = (volts: Float64Array): number =>
  Math.sqrt(volts.reduce((sum, value) => sum + value * value, 0) / Math.max(1, volts.length));
const emptyChannel = (summary: string): MeasuredChannel => ({
  figures: [],
  curves: [],
  bursts: [],
  stop: { reason: "level-reached", evidence: summary, picture: null },
  summary,
});

/** The same converter in the same range reads both. */
const loadedOutput = (
  { loadOhms, loadOhmsStdUncertainty }: ChannelConditions,
  { ratio, phaseRadians }: { ratio: number; phaseRadians: number },
): LoadedOutput => ({
  voltsRms: ratio,
  phaseRadians,
  loadOhms,
  loadOhmsStdUncertainty,
  voltsRepeatRatio: SAME_RANGE_REPEAT_RATIO,
});

/** Output impedance and damping factor from two loads. */
export const impedance: RunKindDefinition = {
  fields: [
    quantityField("watts", "Each channel", "W", 1, 0.001, 100),
    quantityField("pointsPerDecade", "Points a decade", "", 4, 2, 30),
    forReading(quantityField("nominalOhms", "Damping factor for", "Ω", 8, 1, 100)),
  ],
  *shots(settings, facts) {
    const frequencies = logFrequencies(
      20,
      Math.min(20_000, highestHz(facts)),
      numberOf(settings, "pointsPerDecade"),
    );
    for (const load of ["run", "second"] as const)
      yield {
        name: load,
        label: load === "run" ? "The first load" : "The second load",
        stimulus: {
          kind: "frequency-list",
          frequencies,
          voltsPeak: peakDriveFor(numberOf(settings, "watts"), facts),
        },
        drives: allDriven(facts),
        recordsInput: true,
        load,
      };
  },
  analyse: (recordings, { settings }) => {
    if (recordings.length < 2)
      return failure(
        "no-samples",
        "Recordings",
        "output impedance takes two recordings of the same drive, into two different loads.",
      );
    const [one, two] = recordings;
    return eachChannel(recordings, (channel) => {
      const [first, second] = [one.loads[channel], two.loads[channel]];
      if (first.loadOhms === second.loadOhms)
        return failure(
          "bad-load",
          "Loads",
          "both recordings were made into the same ohms; choose two different loads.",
        );
      const found = [one, two].map(({ volts, input, stimulus, sampleRateHz }) =>
        steppedResponse(
          volts[channel],
          sampleRateHz,
          input
            ? { kind: "recorded-input", volts: input }
            : {
                kind: "none",
                segments:
                  stimulus?.kind === "frequency-list"
                    ? stepsOfFrequencies(stimulus.frequencies)
                    : undefined,
              },
        ),
      );
      for (const outcome of found) if (!outcome.ok) return outcome;
      const [a, b] = found.map((outcome) => (outcome.ok ? outcome.value : []));
      const points = a.flatMap((point) => {
        const other = b.find(
          ({ frequencyHz }) => Math.abs(frequencyHz / point.frequencyHz - 1) < 0.01,
        );
        if (!other) return [];
        return [
          {
            frequencyHz: point.frequencyHz,
            z: outputImpedance(
              loadedOutput(first, point),
              loadedOutput(second, other),
              numberOf(settings, "nominalOhms"),
            ),
          },
        ];
      });
      if (points.length === 0)
        return failure(
          "no-steps",
          "Recordings",
          "the two recordings have no frequency in common. Play the same steps into both loads.",
        );
      const at = (frequencyHz: number) =>
        reaches(points, frequencyHz)
          ? [
              figure(
                `damping-${frequencyHz}`,
                `damping factor at ${formatHertz(frequencyHz)}`,
                "factor",
                nearest(points, frequencyHz).z.dampingFactor,
                nearest(points, frequencyHz).z.dampingFactorStdUncertainty,
              ),
            ]
          : [];
      const middle = nearest(points, 1000).z;
      return success({
        figures: [
          ...at(1000),
          ...at(20_000),
          ...at(20),
          figure(
            "impedance",
            "impedance at 1 kHz",
            "ohms",
            middle.magnitudeOhms,
            middle.magnitudeOhmsStdUncertainty,
          ),
          figure("resistance", "of it resistance", "ohms", middle.resistanceOhms),
          figure("reactance", "of it reactance", "ohms", middle.reactanceOhms),
        ],
        curves: [
          {
            name: "impedance",
            label: "output impedance",
            x: "hertz",
            y: "ohms",
            points: points.map(({ frequencyHz, z }) => [frequencyHz, z.magnitudeOhms]),
          },
        ],
        bursts: [],
        stop: stopAtLevel(recordings, null, "both loads", null),
        summary: middle.summary,
      });
    });
  },
};

/** Long enough for what the step before left behind to die away, and for whole cycles of the lowest tone. */
const HOLD = { seconds: 0.25, cycles: 14 };
/** Share of a step, from its end, that is read. */
const READ_FROM = 0.5;

/** Distortion from 20 Hz to 20 kHz at two powers. */
export const distortionResponse: RunKindDefinition = {
  fields: [
    quantityField("lowWatts", "First level", "W", 1, 0.001, 1000),
    quantityField("shareOfRated", "Second, of rated", "", 0.5, 0.01, 1.2),
    quantityField("pointsPerDecade", "Points a decade", "", 6, 2, 30),
    forReading(quantityField("bandHighHz", "Distortion counted to", "Hz", 80_000, 20_000, 90_000)),
  ],
  *shots(settings, facts) {
    const frequencies = logFrequencies(
      20,
      Math.min(20_000, highestHz(facts)),
      numberOf(settings, "pointsPerDecade"),
    );
    for (const [name, watts] of [
      ["low", numberOf(settings, "lowWatts")],
      ["high", numberOf(settings, "shareOfRated") * facts.ratedWatts],
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
              highHz: Math.min(numberOf(settings, "bandHighHz"), 0.47 * sampleRateHz),
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
          ...[1000, 20, 10_000, 20_000]
            .filter((frequencyHz) => reaches(read, frequencyHz))
            .map((frequencyHz) =>
              figure(
                `thd-plus-noise-${recorded.shot}-${frequencyHz}`,
                `${label} at ${formatHertz(frequencyHz)}`,
                "distortion-ratio",
                nearest(read, frequencyHz).ratio,
              ),
            ),
        );
      }
      if (curves.length === 0)
        return failure("no-steps", "Recording", "no steps of frequency were found in it.");
      return success({
        figures: [
          figure("worst", "worst THD+N", "distortion-ratio", worst.ratio),
          figure("worst-at", "worst at", "hertz", worst.frequencyHz),
          ...figures,
        ],
        curves,
        bursts: [],
        stop: stopAtLevel(recordings, null, "both levels over the whole band", null),
        summary: `At worst ${formatPercent(worst.ratio, 2)} THD+N, at ${formatHertz(Number(worst.frequencyHz.toPrecision(2)))}.`,
      });
    }),
};
