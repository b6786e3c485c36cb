import { analyseMultitone } from "../../multitone";
import { success } from "../../outcome";
import { multitoneFrequencies, MULTITONE_PERIOD_SECONDS } from "../../signal";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { numberOf, quantityField } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { RunKindFacts, RunMethod } from "../types";
import { shotSpectrum } from "../shotSpectrum";

/** Many tones at once, and what lies between them. */
export const multitone: RunKindFacts = {
  title: "Multitone",
  yields: "distortion-free range with many tones at once",
  plan: { violence: 2, seconds: 30, meanRatio: 1, level: { watts: 5 }, from: "everything" },
  charts: [["spectrum", "Spectrum"]],
  fields: [
    quantityField("watts", "Each channel, together", "W", 5, 0.001, 1000),
    quantityField("seconds", "Length", "s", 4, 1, 30),
  ],
};

/** How it is played and read. */
export const multitoneMethod: RunMethod = {
  *shots(settings, facts) {
    yield {
      name: "tones",
      label: "All tones",
      stimulus: {
        kind: "multitone",
        voltsPeak: Math.SQRT2 * peakDriveFor(numberOf(settings, "watts"), facts),
        seconds: numberOf(settings, "seconds"),
        seed: 1,
      },
      drives: allDriven(facts),
      recordsInput: false,
      load: "run",
    };
  },
  analyse: (recordings, { band }) =>
    eachChannel(recordings, (channel) => {
      const { volts, sampleRateHz } = recordings[0];
      const frequencies = multitoneFrequencies(MULTITONE_PERIOD_SECONDS).filter(
        (frequency) => frequency < 0.45 * sampleRateHz,
      );
      const outcome = analyseMultitone(volts[channel], sampleRateHz, frequencies, band);
      if (!outcome.ok) return outcome;
      const {
        freeRangeRatio,
        freeRangeBits,
        totalRatio,
        totalRatioStdUncertainty,
        toneVoltsRms,
        residualVoltsRms,
        toneCount,
        summary,
      } = outcome.value;
      return success({
        figures: [
          figure("free-range", "distortion-free range", "level-ratio", freeRangeRatio),
          figure("free-range-bits", "the same in bits", "bits", freeRangeBits),
          figure(
            "total",
            "tones over all between",
            "level-ratio",
            totalRatio,
            totalRatioStdUncertainty,
          ),
          figure("tone-volts", "one tone", "volts", toneVoltsRms),
          figure("residual", "all between", "volts", residualVoltsRms),
          figure("tones", "tones", "count", toneCount),
        ],
        curves: [shotSpectrum(recordings[0], channel, "tones and what lies between")],
        bursts: [],
        stop: stopAtLevel(recordings, null, "all tones", null),
        summary,
      });
    }),
};
