import { outputImpedance, SAME_RANGE_REPEAT_RATIO, type LoadedOutput } from "../../impedance";
import { failure, success } from "../../outcome";
import { steppedResponse } from "../../response";
import { logFrequencies, stepsOfFrequencies } from "../../signal";
import type { ChannelConditions } from "../../power";
import { formatHertz } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { numberOf } from "../settings";
import { allDriven, highestHz, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { RunMethod } from "../types";
import { nearest, reaches } from "../nearest";

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

/** How it is played and read. */
export const impedanceMethod: RunMethod = {
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
                {
                  value: nearest(points, frequencyHz).z.dampingFactor,
                  stdUncertainty: nearest(points, frequencyHz).z.dampingFactorStdUncertainty,
                },
              ),
            ]
          : [];
      const middle = nearest(points, 1000).z;
      return success({
        figures: [
          ...at(1000),
          ...at(20_000),
          ...at(20),
          figure("impedance", "impedance at 1 kHz", "ohms", {
            value: middle.magnitudeOhms,
            stdUncertainty: middle.magnitudeOhmsStdUncertainty,
          }),
          figure("resistance", "of it resistance", "ohms", { value: middle.resistanceOhms }),
          figure("reactance", "of it reactance", "ohms", { value: middle.reactanceOhms }),
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
