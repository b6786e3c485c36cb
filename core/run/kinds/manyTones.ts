import { analyseTone, linearResidual, toneResidual } from "../../distortion";
import { differenceDistortion, modulationDistortion, type Product } from "../../intermodulation";
import { analyseMultitone } from "../../multitone";
import { failure, success } from "../../outcome";
import { multitoneFrequencies, MULTITONE_PERIOD_SECONDS } from "../../signal";
import { powerSpectrum } from "../../spectrum";
import { amplitudeRatioToDb, formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure, spectrumCurve, wavePicture } from "../figures";
import { numberOf, quantityField } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Curve, Figure, Recorded, RunKindDefinition } from "../types";

const SHOWN_PRODUCTS = 6;

const productFigures = (products: readonly Product[], shot: string): Figure[] =>
  products
    .toSorted((left, right) => right.ratio - left.ratio)
    .slice(0, SHOWN_PRODUCTS)
    .map(({ label, ratio, ratioStdUncertainty }) =>
      figure(`product-${shot}-${label}`, label, "level-ratio", ratio, ratioStdUncertainty),
    );

const spectrumOf = (
  { volts, sampleRateHz, shot }: Recorded,
  channel: number,
  label: string,
): Curve => ({
  ...spectrumCurve(powerSpectrum(volts[channel], sampleRateHz, "blackmanHarris7"), label, {
    lowHz: 10,
    highHz: Math.min(96_000, sampleRateHz / 2),
  }),
  name: `spectrum-${shot}`,
});

/** Is it the low tone with the high one on top, or the two high ones? From a file, by what is in it. */
const isModulation = ({ shot, volts, sampleRateHz }: Recorded, channel: number): boolean => {
  if (shot === "modulation") return true;
  if (shot === "difference") return false;
  const tone = analyseTone(volts[channel], sampleRateHz);
  return tone.ok && tone.value.fundamentalHz < 1000;
};

/** What two tones make of each other: 19 and 20 kHz, then 60 Hz and 7 kHz four to one. */
export const intermodulation: RunKindDefinition = {
  fields: [
    quantityField("shareOfRated", "Level, of rated", "", 0.5, 0.001, 1.2),
    quantityField("seconds", "Each", "s", 2, 0.5, 30),
  ],
  *shots(settings, facts) {
    const voltsPeak = peakDriveFor(numberOf(settings, "shareOfRated") * facts.ratedWatts, facts);
    for (const name of ["difference", "modulation"] as const)
      yield {
        name,
        label: name === "difference" ? "19 + 20 kHz" : "60 Hz + 7 kHz",
        stimulus: {
          kind: `intermodulation-${name}`,
          voltsPeak,
          seconds: numberOf(settings, "seconds"),
        },
        drives: allDriven(facts),
        recordsInput: false,
        load: "run",
      };
  },
  analyse: (recordings) =>
    eachChannel(recordings, (channel) => {
      const figures: Figure[] = [],
        details: Figure[] = [],
        curves: Curve[] = [],
        texts: string[] = [];
      for (const recorded of recordings) {
        if (isModulation(recorded, channel)) {
          const outcome = modulationDistortion(recorded.volts[channel], recorded.sampleRateHz);
          if (!outcome.ok) return outcome;
          const {
            pairwiseSumRatio,
            pairwiseSumRatioStdUncertainty,
            rmsSidebandsRatio,
            products,
            summary,
          } = outcome.value;
          figures.push(
            figure(
              "modulation",
              "60 Hz + 7 kHz",
              "distortion-ratio",
              pairwiseSumRatio,
              pairwiseSumRatioStdUncertainty,
            ),
            figure(
              "modulation-rms",
              "sidebands, root sum square",
              "distortion-ratio",
              rmsSidebandsRatio,
            ),
          );
          details.push(...productFigures(products, "modulation"));
          texts.push(summary);
        } else {
          const outcome = differenceDistortion(recorded.volts[channel], recorded.sampleRateHz);
          if (!outcome.ok) return outcome;
          const {
            d2Ratio,
            d3Ratio,
            d2RatioStdUncertainty,
            d3RatioStdUncertainty,
            products,
            summary,
          } = outcome.value;
          figures.push(
            figure(
              "d3",
              "19 + 20 kHz, third order",
              "distortion-ratio",
              d3Ratio,
              d3RatioStdUncertainty,
            ),
            figure(
              "d2",
              "19 + 20 kHz, second order",
              "distortion-ratio",
              d2Ratio,
              d2RatioStdUncertainty,
            ),
          );
          details.push(...productFigures(products, "difference"));
          texts.push(summary);
        }
        curves.push(
          spectrumOf(
            recorded,
            channel,
            isModulation(recorded, channel) ? "60 Hz + 7 kHz" : "19 + 20 kHz",
          ),
        );
      }
      return success({
        figures: [...figures, ...details],
        curves,
        bursts: [],
        stop: stopAtLevel(recordings, null, "both pairs of tones", null),
        summary: texts.join(" "),
      });
    }),
};

/** Many tones at once, and what lies between them. */
export const multitone: RunKindDefinition = {
  fields: [
    quantityField("watts", "Each channel, together", "W", 5, 0.001, 1000),
    quantityField("seconds", "Length", "s", 4, 1, 30),
  ],
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
        curves: [spectrumOf(recordings[0], channel, "tones and what lies between")],
        bursts: [],
        stop: stopAtLevel(recordings, null, "all tones", null),
        summary,
      });
    }),
};

/** Parts of a second that are fitted at a time; the supply's ripple is in every one. */
const RESIDUAL_SECONDS = 2;

/** What the amplifier added: the output less the best linear fit of its input, or of a sine where the input is not known. */
export const residual: RunKindDefinition = {
  fields: [
    quantityField("watts", "Each channel", "W", 5, 0.001, 2000),
    quantityField("frequencyHz", "Tone", "Hz", 1000, 20, 10_000),
    quantityField("seconds", "Length", "s", 2, 0.5, 20),
  ],
  *shots(settings, facts) {
    yield {
      name: "tone",
      label: "The tone, with its source",
      stimulus: {
        kind: "sine",
        frequencyHz: numberOf(settings, "frequencyHz"),
        voltsPeak: peakDriveFor(numberOf(settings, "watts"), facts),
        seconds: numberOf(settings, "seconds"),
      },
      drives: allDriven(facts),
      recordsInput: true,
      load: "run",
    };
  },
  analyse: (recordings) =>
    eachChannel(recordings, (channel) => {
      const left = residualOf(recordings[0], channel);
      if (!left)
        return failure("no-signal", "Recording", "no tone was found in it to be taken away.");
      const { voltsRms, residualVoltsRms, frequencyHz, residualVolts } = left;
      const { sampleRateHz, volts } = recordings[0];
      const ratio = residualVoltsRms / voltsRms;
      const cycle = wavePicture(residualVolts, sampleRateHz, 0.1, 3 / frequencyHz, "what it added");
      return success({
        figures: [
          figure("residual", "what it added", "level-ratio", ratio),
          figure("residual-volts", "the same in volts", "volts", residualVoltsRms),
          figure("output", "output", "volts", voltsRms),
          figure("tone", "tone", "hertz", frequencyHz),
        ],
        curves: [
          { ...cycle, name: "residual" },
          {
            ...wavePicture(residualVolts, sampleRateHz, 0.1, 0.1, "over a tenth of a second"),
            name: "residual-long",
          },
          {
            ...wavePicture(volts[channel], sampleRateHz, 0.1, 3 / frequencyHz, "the output"),
            name: "wave",
          },
        ],
        bursts: [],
        stop: stopAtLevel(recordings, null, "the tone", cycle),
        summary: `What it added is ${formatSignificant(-amplitudeRatioToDb(ratio), 3)} dB under the tone, ${formatSignificant(1000 * residualVoltsRms, 3)} mV.`,
      });
    }),
};

/**
 * Output, what was taken away, and what is left, of one channel; at most some seconds of it, fades cut off.
 * @returns null when there is no tone
 */
export const residualOf = (
  {
    volts,
    input,
    sampleRateHz,
    stimulus,
  }: Pick<Recorded, "volts" | "input" | "sampleRateHz" | "stimulus">,
  channel: number,
): {
  output: Float64Array;
  residualVolts: Float64Array;
  voltsRms: number;
  residualVoltsRms: number;
  frequencyHz: number;
} | null => {
  const edge = Math.round(0.05 * sampleRateHz);
  const end = Math.min(
    volts[channel].length - edge,
    edge + Math.round(RESIDUAL_SECONDS * sampleRateHz),
  );
  const output = volts[channel].slice(edge, Math.max(edge, end));
  const tone = output.length > 256 ? analyseTone(output, sampleRateHz) : null;
  if (!tone?.ok) return null;
  const residualVolts =
    input && stimulus?.kind !== "sine"
      ? linearResidual(output, input.slice(edge, edge + output.length)).residualVolts
      : toneResidual(output, sampleRateHz, tone.value.fundamentalHz);
  const rms = (each: Float64Array): number =>
    Math.sqrt(each.reduce((sum, value) => sum + value * value, 0) / each.length);
  return {
    output,
    residualVolts,
    voltsRms: rms(output),
    residualVoltsRms: rms(residualVolts),
    frequencyHz: tone.value.fundamentalHz,
  };
};
