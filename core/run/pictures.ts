import type { Band } from "../distortion";
import { noiseBandwidthBins, type AveragedSpectrum, type Spectrum } from "../spectrum";
import type { Curve } from "./types";

/** More points than any screen has columns. */
const MOST_POINTS = 1400;

/**
 * RMS volts of lines against frequency on a logarithmic axis: the highest of each narrow band, so that no line is lost.
 * Chosen here, because the highest of a narrow band hides no line.
 */
export const spectrumCurve = (
  spectrum: Spectrum | AveragedSpectrum,
  label: string,
  span: Band,
  mostPoints = MOST_POINTS,
): Curve => {
  const { meanSquare, binHz, window } = spectrum;
  const scale = noiseBandwidthBins(window);
  const first = Math.max(1, Math.ceil(span.lowHz / binHz));
  const last = Math.min(meanSquare.length - 1, Math.floor(span.highHz / binHz));
  const step = (last / first) ** (1 / mostPoints);
  const points: [number, number][] = [];
  for (let k = first; k <= last;) {
    const end = Math.max(k + 1, Math.ceil(k * step));
    let best = k;
    for (let bin = k + 1; bin < Math.min(end, last + 1); bin++)
      if (meanSquare[bin] > meanSquare[best]) best = bin;
    points.push([best * binHz, Math.sqrt(scale * meanSquare[best])]);
    k = end;
  }
  return { name: "spectrum", label, x: "hertz", y: "volts", points };
};

/** As many as a small picture has columns. */
const PICTURE_POINTS = 360;

/**
 * A stretch of a waveform from about a moment on: the small picture beside a reason.
 * Chosen here, because a small picture shows no more points.
 */
export const wavePicture = (
  volts: Float64Array,
  sampleRateHz: number,
  { fromSeconds, seconds }: { fromSeconds: number; seconds: number },
  label: string,
): Curve => {
  const count = Math.min(volts.length, Math.max(2, Math.round(seconds * sampleRateHz)));
  // A record that ends before that moment is shown from where it can be.
  const first = Math.max(0, Math.min(volts.length - count, Math.round(fromSeconds * sampleRateHz)));
  const step = Math.max(1, count / PICTURE_POINTS);
  const points = Array.from({ length: Math.floor(count / step) }, (_, k): [number, number] => {
    const n = first + Math.round(k * step);
    return [Math.round(k * step) / sampleRateHz, volts[n]];
  });
  return { name: "picture", label, x: "seconds", y: "volts", points };
};
