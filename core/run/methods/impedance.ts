import type { Caution } from "../../caution";
import {
  outputImpedance,
  SAME_RANGE_REPEAT_RATIO,
  type LoadedReading,
  type OutputImpedance,
} from "../../impedance";
import { failure, success } from "../../outcome";
import { steppedResponse } from "../../response";
import { logFrequencies, stepsOfFrequencies } from "../../signal";
import type { ChannelConditions } from "../../power";
import { formatHertz, formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { limitedPoints } from "../limitedTones";
import { settingNumber } from "../settings";
import { allDriven, highestHz, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Figure, RunMethod } from "../types";
import { nearest, reaches } from "../nearest";

/** The same converter in the same range reads both. */
const loadedOutput = (
  { loadOhms, loadOhmsStdUncertainty }: ChannelConditions,
  { ratio, phaseRadians }: { ratio: number; phaseRadians: number },
): LoadedReading => ({
  voltsRms: ratio,
  phaseRadians,
  loadOhms,
  loadOhmsStdUncertainty,
  voltsRepeatRatio: SAME_RANGE_REPEAT_RATIO,
});

/** Further below zero than so many standard uncertainties is not chance. */
const SURE = 3;

/** An output that rises as more is drawn from it: hardly ever the amplifier's own doing. */
const negative = (
  { resistanceOhms, magnitudeOhmsStdUncertainty }: OutputImpedance,
  figures: readonly Figure[],
): Caution[] =>
  resistanceOhms > -SURE * magnitudeOhmsStdUncertainty
    ? []
    : [
        {
          code: "doubtful",
          text: `The output is higher into the smaller load, as if it had ${formatSignificant(1000 * resistanceOhms, 2)} mΩ. Either the level was changed between the recordings, or the loads are swapped; amplifiers with negative output impedance are rare. Record both at the same level, and check which load is which.`,
          touches: figures.map(({ name }) => name),
        },
      ];

/** How it is played and read. */
export const impedanceMethod: RunMethod = {
  *shots(settings, facts) {
    const frequencies = logFrequencies(
      20,
      Math.min(20_000, highestHz(facts)),
      settingNumber(settings, "pointsPerDecade"),
    );
    for (const load of ["run", "second"] as const)
      yield {
        name: load,
        label: load === "run" ? "The first load" : "The second load",
        stimulus: {
          kind: "frequency-list",
          frequencies,
          voltsPeak: peakDriveFor(settingNumber(settings, "watts"), facts),
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
        "output impedance needs two recordings at the same drive, into two different loads.",
      );
    const [one, two] = recordings;
    return eachChannel(recordings, (channel) => {
      const [first, second] = [one.loads[channel], two.loads[channel]];
      if (first.loadOhms === second.loadOhms)
        return failure(
          "bad-load",
          "Loads",
          "both recordings were made into the same load; choose two different loads.",
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
          "one",
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
              settingNumber(settings, "nominalOhms"),
            ),
          },
        ];
      });
      if (points.length === 0)
        return failure(
          "no-steps",
          "Recordings",
          "the two recordings have no frequency in common. Play the same tone, or the same steps, into both loads.",
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
      // Where 1 kHz was not played, what is nearest has its own name: nobody is to take it for that.
      const { frequencyHz: middleHz, z: middle } = nearest(points, 1000);
      const isUsual = reaches(points, 1000);
      const named = (name: string) => (isUsual ? name : `${name}-${Math.round(middleHz)}`);
      const figures = [
        ...at(1000),
        ...at(20_000),
        ...at(20),
        figure(
          named("impedance"),
          `impedance at ${formatHertz(isUsual ? 1000 : middleHz, 2)}`,
          "ohms",
          {
            value: middle.magnitudeOhms,
            stdUncertainty: middle.magnitudeOhmsStdUncertainty,
          },
        ),
        figure("resistance", "resistive part", "ohms", { value: middle.resistanceOhms }),
        figure("reactance", "reactive part", "ohms", { value: middle.reactanceOhms }),
      ];
      return success({
        figures,
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
        cautions: [...negative(middle, figures), ...limitedPoints([...a, ...b])].slice(0, 1),
        summary: isUsual ? middle.summary : `At ${formatHertz(middleHz, 2)}: ${middle.summary}`,
      });
    });
  },
};
