import { solveSymmetric } from "../numeric";
import { fitSine } from "../fit";

/**
 * What an amplifier added to a tone, as a waveform: the capture less its best-fitting sine and offset.
 * @param startHz the tone, roughly
 * @see IEEE 1057, residual of the three-parameter sine fit; from memory
 */
export const toneResidual = (
  volts: Float64Array,
  sampleRateHz: number,
  startHz: number,
): Float64Array => {
  const { frequencyHz, voltsPeak, phaseRadians, offsetVolts } = fitSine(
    volts,
    sampleRateHz,
    startHz,
  );
  const omega = (2 * Math.PI * frequencyHz) / sampleRateHz;
  return volts.map(
    (value, n) => value - offsetVolts - voltsPeak * Math.cos(omega * n + phaseRadians),
  );
};

/**
 * What an amplifier added to any signal: the output less the best linear fit of the input (gain, offset and delay of up
 * to two samples, by a five-tap filter).
 * @throws {RangeError} on different lengths, or fewer than 64 samples
 * @see P. J. Baxandall, Audible Amplifier Distortion Is Not a Mystery, Wireless World, 1977 (null method); from memory
 */
export const linearResidual = (
  output: Float64Array,
  input: Float64Array,
): { residualVolts: Float64Array; gainRatio: number } => {
  if (output.length !== input.length || output.length < 64)
    throw new RangeError("output and input must have the same length of at least 64 samples");
  const size = TAPS + 1;
  const a = new Float64Array(size * size),
    b = new Float64Array(size);
  const row = new Float64Array(size);
  const fill = (n: number) => {
    for (let k = 0; k < TAPS; k++) row[k] = input[n + REACH - k];
    row[TAPS] = 1;
  };
  for (let n = REACH; n < output.length - REACH; n++) {
    fill(n);
    for (let i = 0; i < size; i++) {
      for (let j = 0; j <= i; j++) a[i * size + j] += row[i] * row[j];
      b[i] += row[i] * output[n];
    }
  }
  // A pure tone or silence cannot tell five taps apart; a touch of regularisation chooses the smallest.
  const trace = Array.from({ length: TAPS }, (_, i) => a[i * size + i]).reduce(
    (sum, value) => sum + value,
    0,
  );
  for (let i = 0; i < TAPS; i++) a[i * size + i] += 1e-10 * trace + Number.MIN_VALUE;
  const taps = solveSymmetric(a, b);
  const residualVolts = new Float64Array(output.length);
  if (!taps) return { residualVolts: output.slice(), gainRatio: 0 };
  for (let n = REACH; n < output.length - REACH; n++) {
    fill(n);
    let model = 0;
    for (let i = 0; i < size; i++) model += taps[i] * row[i];
    residualVolts[n] = output[n] - model;
  }
  return { residualVolts, gainRatio: taps.subarray(0, TAPS).reduce((sum, tap) => sum + tap, 0) };
};

/** A recorder delays one channel against another by part of a sample, hardly by two. */
const REACH = 2;
/** From as many before to as many after. */
const TAPS = 2 * REACH + 1;
