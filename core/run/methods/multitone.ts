import type { Caution } from "../../caution";
import { analyseMultitone } from "../../multitone";
import { failure, success } from "../../outcome";
import { amplitudeRatioToDb, formatSignificant } from "../../units";
import { multitoneCrestFactor, multitoneFrequencies, MULTITONE_PERIOD_SECONDS } from "../../signal";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { settingNumber } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { RunMethod, ShotFacts } from "../types";
import { shotSpectrum } from "../shotSpectrum";

/** The same signal each time. */
const SEED = 1;

/** Watts count by RMS, so that the peak stands above that of a tone of as many watts by the crest factor over that of a tone. */
const peakFor = (watts: number, facts: ShotFacts): number =>
  (peakDriveFor(watts, facts) / Math.SQRT2) *
  multitoneCrestFactor(MULTITONE_PERIOD_SECONDS, facts.sampleRateHz, SEED);

/** No amplifier that is not at its limit leaves so much between the tones: 30 dB. Chosen here. */
const LEAST_RANGE_RATIO = 10 ** (30 / 20);

/** Tones that stand out by less are not there. Chosen here. */
const LEAST_TONES_RATIO = 2;

const bent = (freeRangeRatio: number): Caution[] =>
  freeRangeRatio > LEAST_RANGE_RATIO
    ? []
    : [
        {
          code: "clipped",
          text: `The products between the tones are within ${formatSignificant(amplitudeRatioToDb(freeRangeRatio), 2)} dB of them: the output is at its limit. Repeat at lower power.`,
          touches: [],
        },
      ];

/** How it is played and read. */
export const multitoneMethod: RunMethod = {
  *shots(settings, facts) {
    yield {
      name: "tones",
      label: "All tones",
      stimulus: {
        kind: "multitone",
        voltsPeak: peakFor(settingNumber(settings, "watts"), facts),
        seconds: settingNumber(settings, "seconds"),
        seed: SEED,
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
      if (freeRangeRatio < LEAST_TONES_RATIO)
        return failure(
          "no-signal",
          `Channel ${channel + 1}`,
          "the tones of this run are not visible above the floor. Play them, or analyse it as noise.",
        );
      return success({
        figures: [
          figure("free-range", "distortion-free range", "level-ratio", { value: freeRangeRatio }),
          figure("free-range-bits", "the same in bits", "bits", { value: freeRangeBits }),
          figure("total", "tones relative to all products", "level-ratio", {
            value: totalRatio,
            stdUncertainty: totalRatioStdUncertainty,
          }),
          figure("tone-volts", "one tone", "volts", { value: toneVoltsRms }),
          figure("residual", "all between", "volts", { value: residualVoltsRms }),
          figure("tones", "tones", "count", { value: toneCount }),
        ],
        curves: [shotSpectrum(recordings[0], channel, "tones and products")],
        bursts: [],
        cautions: bent(freeRangeRatio),
        stop: stopAtLevel(recordings, null, "all tones", null),
        summary,
      });
    }),
};
