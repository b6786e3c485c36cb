import { analyseNoise, WEIGHTINGS, type WeightingName } from "../../noise";
import { success } from "../../outcome";
import { voltsForPower } from "../../power";
import { averagedSpectrum, powerSpectrum } from "../../spectrum";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { spectrumCurve } from "../pictures";
import { bandOf, settingNumber } from "../settings";
import { allDriven } from "../shots";
import { stopAtLevel } from "../stop";
import type { RunMethod } from "../types";
import { WEIGHTING_TEXTS } from "../kinds/noise";

/** The ratio that each choice of reference stands for. */
const REFERENCES: Record<string, string> = {
  "one-watt": "reOneWatt",
  "volts-2-83": "re2Volts83",
  rated: "reRated",
};
/** Lines of the mains stand apart in it at every usual rate. */
const SEGMENT_SAMPLES = 131_072;

/** How it is played and read. */
export const noiseMethod: RunMethod = {
  *shots(settings, facts) {
    yield {
      name: "silence",
      label: "Input shorted",
      stimulus: { kind: "silence", seconds: settingNumber(settings, "seconds") },
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
                { value: ratio, stdUncertainty: ratioUncertainty(ratio, name) },
              ),
            ];
      };
      const all = [
        ...below(weighting, "reOneWatt", "1 W"),
        ...below(weighting, "re2Volts83", "2.83 V"),
        ...below(weighting, "reRated", "rated output"),
      ];
      const wanted = REFERENCES[String(settings.reference)] ?? "reOneWatt";
      const main = all.filter(({ name }) => name.endsWith(wanted));
      const others = (Object.keys(WEIGHTING_TEXTS) as WeightingName[]).map((name) =>
        figure(`noise-${name}`, WEIGHTING_TEXTS[name], "volts", {
          value: voltsRms[name],
          stdUncertainty: voltsRmsStdUncertainty[name],
        }),
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
          figure("hum", "hum lines together", "volts", { value: hum.voltsRms }),
          figure("offset", "offset", "volts", { value: dcVolts }),
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
