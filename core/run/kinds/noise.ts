import { analyseNoise, WEIGHTINGS, type WeightingName } from "../../noise";
import { success } from "../../outcome";
import { voltsForPower } from "../../power";
import { thirdOctaveLevels } from "../../response";
import { averagedSpectrum, powerSpectrum } from "../../spectrum";
import { amplitudeRatioToDb, formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure, spectrumCurve } from "../figures";
import {
  BAND_FIELDS,
  bandOf,
  choiceField,
  forReading,
  numberOf,
  quantityField,
  RANGE_FIELD,
} from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { RunKindDefinition } from "../types";

const WEIGHTING_TEXTS: Record<WeightingName, string> = {
  a: "A-weighted",
  none: "unweighted",
  c: "C-weighted",
  "itu-468": "ITU-R 468",
};
const SEGMENT_SAMPLES = 131_072;

/** Input shorted: hiss and hum, in volts and under 1 W, 2.83 V and the rated output. */
export const noise: RunKindDefinition = {
  fields: [
    forReading(
      choiceField(
        "weighting",
        "Main reading",
        (Object.keys(WEIGHTING_TEXTS) as WeightingName[]).map((name) => [
          name,
          WEIGHTING_TEXTS[name],
        ]),
      ),
    ),
    forReading(
      choiceField("reference", "Against", [
        ["one-watt", "1 W"],
        ["volts-2-83", "2.83 V"],
        ["rated", "rated output"],
      ]),
    ),
    quantityField("seconds", "Length", "s", 5, 0.5, 60),
    ...BAND_FIELDS,
    RANGE_FIELD,
  ],
  *shots(settings, facts) {
    yield {
      name: "silence",
      label: "Input shorted",
      stimulus: { kind: "silence", seconds: numberOf(settings, "seconds") },
      drives: allDriven(facts),
      recordsInput: false,
      load: "run",
    };
  },
  analyse: (recordings, { band: usual, mainsHz, settings, ratedWatts }) =>
    eachChannel(recordings, (channel, load) => {
      const { volts, sampleRateHz } = recordings[0];
      const band = bandOf(settings, usual, sampleRateHz);
      const outcome = analyseNoise(volts[channel], sampleRateHz, {
        loadOhms: load.loadOhms,
        band,
        ratedVoltsRms: ratedWatts === null ? null : voltsForPower(ratedWatts, load.loadOhms),
        mainsHz,
        voltsStdUncertaintyRatio: load.voltsStdUncertaintyRatio,
      });
      if (!outcome.ok) return outcome;
      const { voltsRms, voltsRmsStdUncertainty, ratios, hum, dcVolts, summary } = outcome.value;
      const weighting: WeightingName =
        typeof settings.weighting === "string" && settings.weighting in WEIGHTINGS
          ? (settings.weighting as WeightingName)
          : "a";
      const ratioUncertainty = (ratio: number, name: WeightingName) =>
        (ratio * voltsRmsStdUncertainty[name]) / voltsRms[name];
      const below = (
        name: WeightingName,
        reference: "reOneWatt" | "re2Volts83" | "reRated",
        text: string,
      ) => {
        const ratio = ratios[name][reference];
        return ratio === null
          ? []
          : [
              figure(
                `snr-${name}-${reference}`,
                `${WEIGHTING_TEXTS[name]}, under ${text}`,
                "level-ratio",
                ratio,
                ratioUncertainty(ratio, name),
              ),
            ];
      };
      const all = [
        ...below(weighting, "reOneWatt", "1 W"),
        ...below(weighting, "re2Volts83", "2.83 V"),
        ...below(weighting, "reRated", "rated output"),
      ];
      const wanted =
        settings.reference === "rated"
          ? "reRated"
          : settings.reference === "volts-2-83"
            ? "re2Volts83"
            : "reOneWatt";
      const main = all.filter(({ name }) => name.endsWith(wanted));
      const others = (Object.keys(WEIGHTING_TEXTS) as WeightingName[]).map((name) =>
        figure(
          `noise-${name}`,
          WEIGHTING_TEXTS[name],
          "volts",
          voltsRms[name],
          voltsRmsStdUncertainty[name],
        ),
      );
      const shown =
        volts[channel].length > 2 * SEGMENT_SAMPLES
          ? averagedSpectrum(volts[channel], sampleRateHz, { segmentSamples: SEGMENT_SAMPLES })
          : powerSpectrum(volts[channel], sampleRateHz, "hann");
      return success({
        figures: [
          ...main,
          ...all.filter((each) => !main.includes(each)),
          ...others,
          figure("hum", "hum lines together", "volts", hum.voltsRms),
          figure("offset", "offset", "volts", dcVolts),
        ],
        curves: [
          spectrumCurve(shown, "noise spectrum", {
            lowHz: 5,
            highHz: Math.min(96_000, sampleRateHz / 2),
          }),
        ],
        bursts: [],
        stop: stopAtLevel(recordings, null, "silence", null),
        summary,
      });
    }),
};

/** Pink noise in third octaves: the band's balance with something like music. */
export const noiseResponse: RunKindDefinition = {
  fields: [
    quantityField("watts", "Each channel", "W", 1, 0.001, 500),
    quantityField("seconds", "Length", "s", 10, 1, 60),
  ],
  *shots(settings, facts) {
    yield {
      name: "pink",
      label: "Pink noise",
      stimulus: {
        kind: "pink-noise",
        voltsRms: peakDriveFor(numberOf(settings, "watts"), facts) / Math.SQRT2,
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
          figure("spread", "lowest to highest", "level-ratio", high / low),
          figure("highest", "highest third octave", "level-ratio", high),
          figure("lowest", "lowest third octave", "level-ratio", low),
          ...levels
            .filter(({ midHz }) =>
              [31.5, 63, 125, 250, 500, 1000, 2000, 4000, 8000, 16_000].some(
                (mid) => Math.abs(midHz / mid - 1) < 0.02,
              ),
            )
            .map(({ midHz, voltsRms, voltsRmsStdUncertainty }) =>
              figure(
                `band-${Math.round(midHz)}`,
                `${Math.round(midHz)} Hz`,
                "level-ratio",
                voltsRms / reference.voltsRms,
                voltsRmsStdUncertainty / reference.voltsRms,
              ),
            ),
        ],
        curves: [
          { name: "third-octaves", label: "third octaves", x: "hertz", y: "level-ratio", points },
        ],
        bursts: [],
        stop: stopAtLevel(recordings, null, "pink noise", null),
        summary: `With pink noise every third octave lies between ${formatSignificant(amplitudeRatioToDb(low), 2)} and +${formatSignificant(amplitudeRatioToDb(high), 2)} dB of that at 1 kHz.`,
      });
    }),
};
