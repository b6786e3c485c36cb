import { failure, success, type Outcome } from "../outcome";
import { logFrequencies, sweepTimeConstant, type LogSweep } from "../signal";
import { inverseTransform, transformOf } from "../spectrum";
import { formatHertz, formatSignificant, requireRange } from "../units";
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
      "the recording is shorter than the sweep. Record a little longer than the sweep.",
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
  const place = placeOf({ re, im }, sweep, sampleRateHz, behindOf(length, sweep, sampleRateHz));
  if (!place.ok) return place;
  const start = place.value;

  const scale = sweepTimeConstant(sweep) * sampleRateHz;
  const ahead = aheadOf(sweep, sampleRateHz);
  const behind = behindOf(length, sweep, sampleRateHz);
  const frequencies = logFrequencies(sweep.lowHz, sweep.highHz, options.pointsPerDecade);
  const linear = frequencies.map((frequencyHz) =>
    pointOf(
      spectrumAt(impulse, start, { before: ahead, after: behind }, frequencyHz / sampleRateHz),
      frequencyHz,
    ),
  );
  const harmonics = [];
  for (let order = 2; order <= options.highestOrder; order++) {
    const centre = start + Math.round(-scale * Math.log(order));
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

/** Half the way to the neighbouring harmonic. */
const aheadOf = (sweep: LogSweep, sampleRateHz: number): number =>
  Math.floor((sweepTimeConstant(sweep) * sampleRateHz * Math.log(2)) / 2);

/** After the linear part, room for the low end to ring out. */
const behindOf = (length: number, sweep: LogSweep, sampleRateHz: number): number =>
  Math.min(Math.floor(length / 4), 8 * aheadOf(sweep, sampleRateHz));

/** What an amplifier does is over in so many seconds, but for a little of its low end. */
const NEAR_SECONDS = 0.01;
/** Of what lies about the linear part so much is near its peak; of anything else than the sweep far less. Chosen here. */
const NEAR_SHARE = 0.9;

/**
 * Where the sweep begins in the recording, in samples: zero unless there is more before it than an amplifier takes.
 * @returns a finding where it is not that sweep, or its beginning is cut off
 * Definition: a recording that is divided by what was played has its power in one place; divided by something else it is spread.
 */
const placeOf = (
  { re, im }: { re: Float64Array; im: Float64Array },
  sweep: LogSweep,
  sampleRateHz: number,
  behind: number,
): Outcome<number> => {
  const { length } = re;
  const isInside = (k: number): boolean => {
    const hertz = (Math.min(k, length - k) * sampleRateHz) / length;
    return hertz >= sweep.lowHz && hertz <= sweep.highHz;
  };
  const inside = inverseTransform(
    re.map((value, k) => (isInside(k) ? value : 0)),
    im.map((value, k) => (isInside(k) ? value : 0)),
  );
  let peak = 0;
  for (let n = 0; n < length; n++) if (Math.abs(inside[n]) > Math.abs(inside[peak])) peak = n;
  const powerBetween = (from: number, to: number): number => {
    let sum = 0;
    for (let n = from; n <= to; n++) sum += inside[(peak + n + length) % length] ** 2;
    return sum;
  };
  const near = Math.round(NEAR_SECONDS * sampleRateHz);
  const around = powerBetween(-aheadOf(sweep, sampleRateHz), behind);
  if (!(powerBetween(-near, near) > NEAR_SHARE * around))
    return failure(
      "no-signal",
      "Capture",
      `it does not contain the expected sweep from ${formatHertz(sweep.lowHz, 3)} to ${formatHertz(sweep.highHz, 3)} in ${formatSignificant(sweep.seconds, 3)} s. Correct its start, end and length if another was played, or analyse it as another run.`,
    );
  const start = peak > length / 2 ? peak - length : peak;
  if (start < -near)
    return failure(
      "too-short",
      "Capture",
      `its first ${formatSignificant(-start / sampleRateHz, 2)} s are cut off, including the low end. Start recording before the sweep starts.`,
    );
  return success(start > near ? start : 0);
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
