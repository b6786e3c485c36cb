import { sumOfSquares } from "@/core/numeric";
import type { RecordingMoment } from "@/bench/contract";
import { quickThdPlusNoiseRatio } from "@/core/distortion/reading";
import type { Curve } from "@/core/run";
import { spectrumCurve } from "@/core/run/reading";
import { withoutOffset } from "@/core/signal";
import { powerSpectrum } from "@/core/spectrum";

/** A little of the output as it is at a moment, a channel each, thinned out for drawing. */
export type WaveGlimpse = {
  seconds: number;
  volts: readonly Float32Array[];
  /** RMS volts against frequency; empty before there is enough to look at. */ spectra: readonly Curve["points"][];
};

/** What crosses to the screen while a recording is made. */
export type Glance = Omit<RecordingMoment, "last"> & {
  glimpse: WaveGlimpse;
  /** Of each output; null where no steady tone is found. */ thdPlusNoiseRatio: readonly (
    number | null
  )[];
};

/** Four cycles of 1 kHz, in as many points as its picture has columns. */
const WAVE = { seconds: 0.004, points: 200 };
/** At most so long, a power of two of samples: at 192 kHz 85 ms, which tells the lines of 50 Hz mains apart. */
const SPECTRUM_SECONDS = 0.1;
const SPECTRUM_SPAN = { lowHz: 20, highHz: 40_000 };
const SPECTRUM_POINTS = 220;
/** The same for distortion: enough cycles of a tone from about 120 Hz on. */
const TONE_READ_SECONDS = 0.19;
const powerOfTwoIn = (seconds: number, sampleRateHz: number): number =>
  2 ** Math.floor(Math.log2(seconds * sampleRateHz));
/** Power that changes by less than this from one half of a stretch to the other holds. */
const STEADY_RATIO = 0.01;
/** At the lowest rate of the simulation it holds so many samples. */
const TONE_SECONDS = 0.2;

/** The end of each channel as a short wave and as a spectrum, without its offset. @param volts some tenths of a second, all equally long */
export const glimpseOf = (volts: readonly Float64Array[], sampleRateHz: number): WaveGlimpse => {
  const count = Math.round(WAVE.seconds * sampleRateHz);
  const looked = powerOfTwoIn(SPECTRUM_SECONDS, sampleRateHz);
  const around = volts.map(withoutOffset);
  const spectrum = (each: Float64Array): Curve["points"] =>
    spectrumCurve(
      powerSpectrum(each.subarray(each.length - looked), sampleRateHz, "blackmanHarris7"),
      "",
      SPECTRUM_SPAN,
      SPECTRUM_POINTS,
    ).points;
  return {
    seconds: WAVE.seconds,
    volts: around.map((each) =>
      Float32Array.from(
        { length: WAVE.points },
        (_, k) => each[each.length - count + Math.floor((k * count) / WAVE.points)] ?? 0,
      ),
    ),
    spectra: around.map((each) => (each.length < looked ? [] : spectrum(each))),
  };
};

/** What the screen gets of a moment. @param isTone whether a single tone plays, whose distortion can be read */
export const glanceOf = ({ last, ...moment }: RecordingMoment, isTone: boolean): Glance => {
  const { volts, sampleRateHz } = last(TONE_SECONDS);
  const count = powerOfTwoIn(TONE_READ_SECONDS, sampleRateHz);
  const distortion = (each: Float64Array): number | null => {
    const stretch = each.subarray(Math.max(0, each.length - count));
    return isTone && isSteady(stretch, count)
      ? quickThdPlusNoiseRatio(stretch, sampleRateHz)
      : null;
  };
  return {
    ...moment,
    glimpse: glimpseOf(volts, sampleRateHz),
    thdPlusNoiseRatio: volts.map(distortion),
  };
};

/** A level that changes within the stretch would look like distortion. */
const isSteady = (volts: Float64Array, count: number): boolean => {
  if (volts.length < count) return false;
  const half = volts.length / 2;
  return (
    Math.abs(sumOfSquares(volts.subarray(half)) / sumOfSquares(volts.subarray(0, half)) - 1) <
    STEADY_RATIO
  );
};
