import { analyseTone } from "../../distortion/reading";
import {
  differenceDistortion,
  heldPeak,
  modulationDistortion,
  type Product,
  type TwoToneReading,
} from "../../intermodulation";
import type { Caution } from "../../caution";
import { success, type failure } from "../../outcome";
import { clipped } from "../clipped";
import { formatHertz } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { settingNumber } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Curve, Figure, Recorded, RunMethod } from "../types";
import { shotSpectrum } from "../shotSpectrum";

/** Beyond them a table is no longer read. */
const SHOWN_PRODUCTS = 6;

const productFigures = (products: readonly Product[], shot: string): Figure[] =>
  products
    .toSorted((left, right) => right.ratio - left.ratio)
    .slice(0, SHOWN_PRODUCTS)
    .map(({ label, ratio, ratioStdUncertainty }) =>
      figure(`product-${shot}-${label}`, label, "level-ratio", {
        value: ratio,
        stdUncertainty: ratioStdUncertainty,
      }),
    );

/** The products by their strength: what a spectrum of two tones is looked at for. */
const namedPlaces = ({ products }: TwoToneReading): Curve["named"] =>
  products
    .toSorted((left, right) => right.ratio - left.ratio)
    .slice(0, SHOWN_PRODUCTS)
    .map(({ label, frequencyHz }) => ({ at: frequencyHz, label }));

/** Is it the low tone with the high one on top, or the two high ones? From a file, by what is in it. */
const isModulation = ({ shot, volts, sampleRateHz }: Recorded, channel: number): boolean => {
  if (shot === "modulation") return true;
  if (shot === "difference") return false;
  const tone = analyseTone(volts[channel], sampleRateHz);
  return tone.ok && tone.value.fundamentalHz < 1000;
};

/** "19 + 20 kHz", "60 Hz + 7 kHz": the tones as they were found. */
const pairText = ({ lowHz, highHz }: Pick<TwoToneReading, "lowHz" | "highHz">): string => {
  const [low, high] = [lowHz, highHz].map((hertz) => formatHertz(hertz, 3));
  return low.endsWith(" kHz") && high.endsWith(" kHz")
    ? `${low.replace(" kHz", "")} + ${high}`
    : `${low} + ${high}`;
};

/** Products of an output that is held at its limit are those of clipping. @returns what to do, or null */
const ifHeld = (
  { volts, loads, sampleRateHz }: Recorded,
  channel: number,
  { lowVoltsPeak, highVoltsPeak, highHz }: TwoToneReading,
): ReturnType<typeof failure> | null => {
  const height = heldPeak(volts[channel], [lowVoltsPeak, highVoltsPeak], highHz, sampleRateHz);
  return height === null ? null : clipped(channel, height, 2, loads[channel]);
};

/** Clipping of two high tones shows in their harmonics, of which the first that matters is the third. */
const TELLING_HARMONIC = 3;

/** What the rate of a recording keeps from being seen, in a sentence. The products are what they are all the same. */
const unseen = (
  { sampleRateHz }: Pick<Recorded, "sampleRateHz">,
  { highHz }: Pick<TwoToneReading, "highHz">,
): string[] =>
  sampleRateHz / 2 > TELLING_HARMONIC * highHz
    ? []
    : [
        `At ${formatHertz(sampleRateHz, 3)} only heavy clipping of these tones is visible: record at 192 kHz, or stay well below the limit that a sweep found.`,
      ];

/** How it is played and read. */
export const intermodulationMethod: RunMethod = {
  *shots(settings, facts) {
    const voltsPeak = peakDriveFor(
      settingNumber(settings, "shareOfRated") * facts.ratedWatts,
      facts,
    );
    for (const name of ["difference", "modulation"] as const)
      yield {
        name,
        label: name === "difference" ? "19 + 20 kHz" : "60 Hz + 7 kHz",
        stimulus: {
          kind: `intermodulation-${name}`,
          voltsPeak,
          seconds: settingNumber(settings, "seconds"),
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
        cautions: Caution[] = [],
        texts: string[] = [];
      for (const recorded of recordings) {
        let read: TwoToneReading;
        if (isModulation(recorded, channel)) {
          const outcome = modulationDistortion(recorded.volts[channel], recorded.sampleRateHz);
          if (!outcome.ok) return outcome;
          const held = ifHeld(recorded, channel, outcome.value);
          if (held) return held;
          const {
            pairwiseSumRatio,
            pairwiseSumRatioStdUncertainty,
            rmsSidebandsRatio,
            products,
            summary,
          } = outcome.value;
          figures.push(
            figure("modulation", pairText(outcome.value), "distortion-ratio", {
              value: pairwiseSumRatio,
              stdUncertainty: pairwiseSumRatioStdUncertainty,
            }),
            figure("modulation-rms", "sidebands, root sum square", "distortion-ratio", {
              value: rmsSidebandsRatio,
            }),
          );
          details.push(...productFigures(products, "modulation"));
          cautions.push(...outcome.value.cautions);
          texts.push(summary);
          read = outcome.value;
        } else {
          const outcome = differenceDistortion(recorded.volts[channel], recorded.sampleRateHz);
          if (!outcome.ok) return outcome;
          const held = ifHeld(recorded, channel, outcome.value);
          if (held) return held;
          const {
            d2Ratio,
            d3Ratio,
            d2RatioStdUncertainty,
            d3RatioStdUncertainty,
            products,
            summary,
          } = outcome.value;
          figures.push(
            figure("d3", `${pairText(outcome.value)}, third order`, "distortion-ratio", {
              value: d3Ratio,
              stdUncertainty: d3RatioStdUncertainty,
            }),
            figure("d2", `${pairText(outcome.value)}, second order`, "distortion-ratio", {
              value: d2Ratio,
              stdUncertainty: d2RatioStdUncertainty,
            }),
          );
          details.push(...productFigures(products, "difference"));
          cautions.push(...outcome.value.cautions);
          texts.push(summary, ...unseen(recorded, outcome.value));
          read = outcome.value;
        }
        curves.push({
          ...shotSpectrum(recorded, channel, pairText(read)),
          named: namedPlaces(read),
        });
      }
      return success({
        figures: [...figures, ...details],
        curves,
        bursts: [],
        stop: stopAtLevel(recordings, null, "both pairs of tones", null),
        summary: texts.join(" "),
        ...(cautions.length > 0 && { cautions }),
      });
    }),
};
