import { failure, success, type Outcome } from "../outcome";
import { logFrequencies, sweepTimeConstant, type LogSweep } from "../signal";
import { inverseTransform, transformOf } from "../spectrum";
import { requireRange } from "../units";
import type { ResponsePoint } from "./types";

export type SweepResponse = {
  response: ResponsePoint[];
  /** Distortion against frequency of the fundamental: amplitude of harmonic `order` over the fundamental's. */
  harmonics: { order: number; points: { frequencyHz: number; ratio: number }[] }[];
  impulse: Float64Array;
};

export type SweepResponseOptions = { pointsPerDecade: number; highestOrder: number };

/** Share of the spectrum's peak power under which the stimulus has too little to divide by. */
const REGULARISATION = 1e-8;

/**
 * Frequency response and harmonic distortion from one logarithmic sweep: the recording divided by the stimulus gives
 * the impulse response, in which each harmonic lies ahead of the linear part by its own time and can be cut out.
 * @param output volts at the load, from the start of the stimulus on, with some silence after it
 * @param stimulus what was played: the recorded input, or the calculated sweep
 * @see A. Farina, 108th AES Convention, 2000, preprint 5093
 */
export const sweepResponse = (
  output: Float64Array,
  { stimulus, sweep }: { stimulus: Float64Array; sweep: LogSweep },
  sampleRateHz: number,
  options: SweepResponseOptions,
): Outcome<SweepResponse> => {
  requireRange("highestOrder", options.highestOrder, 1, 10);
  if (stimulus.length < 1024 || output.length < stimulus.length)
    return failure(
      "too-short",
      "Capture",
      "the recording is shorter than the sweep that was played. Record a little longer than the sweep.",
    );
  const length = 2 ** Math.ceil(Math.log2(2 * output.length));
  const [y, x] = [transformOf(output, length), transformOf(stimulus, length)];
  let most = 0;
  for (let k = 0; k < length; k++) most = Math.max(most, x.re[k] ** 2 + x.im[k] ** 2);
  const re = new Float64Array(length),
    im = new Float64Array(length);
  for (let k = 0; k < length; k++) {
    const power = x.re[k] ** 2 + x.im[k] ** 2 + REGULARISATION * most;
    re[k] = (y.re[k] * x.re[k] + y.im[k] * x.im[k]) / power;
    im[k] = (y.im[k] * x.re[k] - y.re[k] * x.im[k]) / power;
  }
  const impulse = inverseTransform(re, im);

  const scale = sweepTimeConstant(sweep) * sampleRateHz;
  // Half the way to the neighbouring harmonic on each side; after the linear part, room for the low end to ring out.
  const ahead = Math.floor((scale * Math.log(2)) / 2);
  const behind = Math.min(Math.floor(length / 4), 8 * ahead);
  const frequencies = logFrequencies(sweep.lowHz, sweep.highHz, options.pointsPerDecade);
  const linear = frequencies.map((frequencyHz) =>
    pointOf(
      spectrumAt(impulse, 0, { before: ahead, after: behind }, frequencyHz / sampleRateHz),
      frequencyHz,
    ),
  );
  const harmonics = [];
  for (let order = 2; order <= options.highestOrder; order++) {
    const centre = Math.round(-scale * Math.log(order));
    const before = Math.floor((scale * Math.log((order + 1) / order)) / 2);
    const after = Math.floor((scale * Math.log(order / (order - 1))) / 2);
    harmonics.push({
      order,
      points: linear
        .filter(
          ({ frequencyHz }) => order * frequencyHz < Math.min(sweep.highHz, 0.45 * sampleRateHz),
        )
        .map(({ frequencyHz, ratio }) => {
          const part = spectrumAt(
            impulse,
            centre,
            { before, after: Math.min(after, behind) },
            (order * frequencyHz) / sampleRateHz,
          );
          return { frequencyHz, ratio: Math.hypot(part.re, part.im) / ratio };
        }),
    });
  }
  return success({ response: unwrappedPhases(linear), harmonics, impulse });
};

const pointOf = ({ re, im }: { re: number; im: number }, frequencyHz: number): ResponsePoint => ({
  frequencyHz,
  ratio: Math.hypot(re, im),
  phaseRadians: Math.atan2(im, re),
});

/** The transform at one frequency (cycles a sample) of the stretch around a centre; its outer eighths fade. */
const spectrumAt = (
  impulse: Float64Array,
  centre: number,
  { before, after }: { before: number; after: number },
  cyclesPerSample: number,
): { re: number; im: number } => {
  let re = 0,
    im = 0;
  for (let n = -before; n <= after; n++) {
    const edge = n < 0 ? -n / before : n / after;
    const weight = edge < 0.875 ? 1 : 0.5 + 0.5 * Math.cos(Math.PI * (edge - 0.875) * 8);
    const value = weight * impulse[(centre + n + impulse.length) % impulse.length];
    const angle = -2 * Math.PI * cyclesPerSample * n;
    re += value * Math.cos(angle);
    im += value * Math.sin(angle);
  }
  return { re, im };
};

/**
 * The same points with the phase made continuous: no step between neighbours is larger than half a turn.
 * Definition: steps of at most half a turn.
 */
export const unwrappedPhases = (points: readonly ResponsePoint[]): ResponsePoint[] => {
  let turns = 0;
  return points.map((point, k) => {
    if (k > 0)
      turns -= Math.round((point.phaseRadians - points[k - 1].phaseRadians) / (2 * Math.PI));
    return { ...point, phaseRadians: point.phaseRadians + 2 * Math.PI * turns };
  });
};
