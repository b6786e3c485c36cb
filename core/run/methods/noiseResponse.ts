import type { Caution } from "../../caution";
import { meanOf, peakOf, rootMeanSquare } from "../../numeric";
import { success } from "../../outcome";
import { thirdOctaveLevels } from "../../response";
import { amplitudeRatioToDb, formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { settingNumber } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { RunMethod } from "../types";

/** Third octaves of white noise rise by 10 dB a decade, since each is wider than the one before; so exactly no amplifier bends. */
const WHITE_DB_A_DECADE = 10;
const LIKE_WHITE_DB = 1;
const SCATTER_DB = 1.5;

/** What noise with the same power in every hertz looks like, read as pink. Definition: least squares of dB over the logarithm of frequency. */
const whiteInstead = (points: readonly (readonly [number, number])[]): Caution[] => {
  const course = points.map(([hertz, ratio]) => [Math.log10(hertz), amplitudeRatioToDb(ratio)]);
  const [x, y] = [0, 1].map((k) => meanOf(Float64Array.from(course, (point) => point[k])));
  const slope =
    course.reduce((sum, [decades, db]) => sum + (decades - x) * (db - y), 0) /
    course.reduce((sum, [decades]) => sum + (decades - x) ** 2, 0);
  const scatter = rootMeanSquare(
    Float64Array.from(course, ([decades, db]) => db - y - slope * (decades - x)),
  );
  return Math.abs(slope - WHITE_DB_A_DECADE) > LIKE_WHITE_DB || scatter > SCATTER_DB
    ? []
    : [
        {
          code: "other-tones",
          text: `It rises by ${formatSignificant(slope, 2)} dB per decade throughout, as white noise does in third octaves; pink noise would be flat. Play pink noise and record again.`,
          touches: [],
        },
      ];
};

/** Noise has peaks of more than four times its RMS; half of them are gone where it has fewer than this. Chosen here. */
const LEAST_CREST = 2.5;

const cutPeaks = (volts: Float64Array): Caution[] => {
  const crest = peakOf(volts) / rootMeanSquare(volts);
  return crest >= LEAST_CREST
    ? []
    : [
        {
          code: "clipped",
          text: `Its crest factor is only ${formatSignificant(crest, 2)}, where noise has 4 or more: the output is at its limit, which distorts the third octaves. Repeat at lower power.`,
          touches: [],
        },
      ];
};

/** How it is played and read. */
export const noiseResponseMethod: RunMethod = {
  *shots(settings, facts) {
    yield {
      name: "pink",
      label: "Pink noise",
      stimulus: {
        kind: "pink-noise",
        voltsRms: peakDriveFor(settingNumber(settings, "watts"), facts) / Math.SQRT2,
        seconds: settingNumber(settings, "seconds"),
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
      const levels = thirdOctaveLevels(
        volts[channel],
        sampleRateHz,
        band.lowHz,
        Math.min(band.highHz, 0.4 * sampleRateHz),
      );
      const reference = levels.reduce((best, each) =>
        Math.abs(each.midHz - 1000) < Math.abs(best.midHz - 1000) ? each : best,
      );
      const points = levels.map(({ midHz, voltsRms }): [number, number] => [
        midHz,
        voltsRms / reference.voltsRms,
      ]);
      const [low, high] = [
        Math.min(...points.map(([, ratio]) => ratio)),
        Math.max(...points.map(([, ratio]) => ratio)),
      ];
      return success({
        figures: [
          figure("spread", "lowest to highest", "level-ratio", { value: high / low }),
          figure("highest", "highest third octave", "level-ratio", { value: high }),
          figure("lowest", "lowest third octave", "level-ratio", { value: low }),
          ...levels
            .filter(({ midHz }) =>
              [31.5, 63, 125, 250, 500, 1000, 2000, 4000, 8000, 16_000].some(
                (mid) => Math.abs(midHz / mid - 1) < 0.02,
              ),
            )
            .map(({ midHz, voltsRms, voltsRmsStdUncertainty }) =>
              figure(`band-${Math.round(midHz)}`, `${Math.round(midHz)} Hz`, "level-ratio", {
                value: voltsRms / reference.voltsRms,
                stdUncertainty: voltsRmsStdUncertainty / reference.voltsRms,
              }),
            ),
        ],
        curves: [
          { name: "third-octaves", label: "third octaves", x: "hertz", y: "level-ratio", points },
        ],
        bursts: [],
        cautions: [...whiteInstead(points), ...cutPeaks(volts[channel])].slice(0, 1),
        stop: stopAtLevel(recordings, null, "pink noise", null),
        summary: `With pink noise every third octave is between ${formatSignificant(amplitudeRatioToDb(low), 2)} and +${formatSignificant(amplitudeRatioToDb(high), 2)} dB of that at 1 kHz.`,
      });
    }),
};
