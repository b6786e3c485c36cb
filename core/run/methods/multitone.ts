import { analyseMultitone } from "../../multitone";
import { success } from "../../outcome";
import { multitoneFrequencies, MULTITONE_PERIOD_SECONDS } from "../../signal";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { numberOf } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { RunMethod } from "../types";
import { shotSpectrum } from "../shotSpectrum";

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
          figure("free-range", "distortion-free range", "level-ratio", { value: freeRangeRatio }),
          figure("free-range-bits", "the same in bits", "bits", { value: freeRangeBits }),
          figure("total", "tones over all between", "level-ratio", {
            value: totalRatio,
            stdUncertainty: totalRatioStdUncertainty,
          }),
          figure("tone-volts", "one tone", "volts", { value: toneVoltsRms }),
          figure("residual", "all between", "volts", { value: residualVoltsRms }),
          figure("tones", "tones", "count", { value: toneCount }),
        ],
        curves: [shotSpectrum(recordings[0], channel, "tones and what lies between")],
        bursts: [],
        stop: stopAtLevel(recordings, null, "all tones", null),
        summary,
      });
    }),
};
