import { solveSymmetric } from "../numeric";
import { requirePositive } from "../units";

/** voltsPeak * cos(2 pi f t + phaseRadians) + offsetVolts, t = 0 at the first sample. */
export type SineFit = {
  frequencyHz: number;
  voltsPeak: number;
  phaseRadians: number;
  offsetVolts: number;
  /** Root mean square of what the sine does not explain. */
  residualVoltsRms: number;
  settled: boolean;
  iterationCount: number;
};

const MOST_ITERATIONS = 15;
/** Relative change of frequency at which the fit has settled. */
const SETTLED_RATIO = 1e-11;
/** Rotating a phase step by step gathers rounding; it is set afresh this often. */
const RESET_EVERY = 256;

/**
 * Four-parameter least-squares sine fit: amplitude, phase, offset and frequency.
 * @param volts at least 8 samples that hold at least about one cycle
 * @param startHz a first guess within about half a cycle over the record
 * @throws {RangeError} on fewer samples, or rates that are not above zero
 * @see IEEE Std 1057-2017, annex on sine fits; IEEE Std 1241-2010
 */
export const fitSine = (volts: Float64Array, sampleRateHz: number, startHz: number): SineFit => {
  requirePositive("sampleRateHz", sampleRateHz);
  let frequencyHz = requirePositive("startHz", startHz);
  if (volts.length < 8)
    throw new RangeError(`volts has ${volts.length} samples; a sine fit takes at least 8`);
  let parameters = linearStep(volts, sampleRateHz, frequencyHz, null);
  let settled = false,
    iterationCount = 0;
  while (parameters && iterationCount < MOST_ITERATIONS && !settled) {
    iterationCount++;
    const step = linearStep(volts, sampleRateHz, frequencyHz, parameters);
    if (!step) break;
    const changeHz = (step[3] * sampleRateHz) / (2 * Math.PI);
    frequencyHz += changeHz;
    parameters = step.subarray(0, 3);
    settled = Math.abs(changeHz) < SETTLED_RATIO * frequencyHz;
  }
  const last =
    parameters && frequencyHz > 0 ? linearStep(volts, sampleRateHz, frequencyHz, null) : null;
  return described(volts, sampleRateHz, frequencyHz, { parameters: last, settled, iterationCount });
};

/**
 * Three-parameter least-squares sine fit at a known frequency.
 * @see IEEE Std 1057-2017, annex on sine fits
 */
export const fitSineAt = (
  volts: Float64Array,
  sampleRateHz: number,
  frequencyHz: number,
): SineFit => {
  requirePositive("sampleRateHz", sampleRateHz);
  requirePositive("frequencyHz", frequencyHz);
  const parameters = linearStep(volts, sampleRateHz, frequencyHz, null);
  return described(volts, sampleRateHz, frequencyHz, {
    parameters,
    settled: parameters !== null,
    iterationCount: 0,
  });
};

/**
 * One linear solution for in-phase, quadrature and offset and, when values of these are given, for the change of
 * frequency too (radians a sample). Time runs from the middle of the record, where frequency and phase are least
 * correlated.
 */
const linearStep = (
  volts: Float64Array,
  sampleRateHz: number,
  frequencyHz: number,
  around: Float64Array | null,
): Float64Array | null => {
  const size = around ? 4 : 3;
  const [inPhase, quadrature] = around ?? [0, 0];
  const omega = (2 * Math.PI * frequencyHz) / sampleRateHz;
  const turnCosine = Math.cos(omega),
    turnSine = Math.sin(omega);
  const centre = (volts.length - 1) / 2;
  const a = new Float64Array(size * size);
  const b = new Float64Array(size);
  const row = new Float64Array(size);
  let cosine = 0,
    sine = 0;
  row[2] = 1;
  for (let n = 0; n < volts.length; n++) {
    if (n % RESET_EVERY === 0) {
      cosine = Math.cos(omega * (n - centre));
      sine = Math.sin(omega * (n - centre));
    } else {
      const turned = cosine * turnCosine - sine * turnSine;
      sine = sine * turnCosine + cosine * turnSine;
      cosine = turned;
    }
    row[0] = cosine;
    row[1] = sine;
    if (around) row[3] = (n - centre) * (quadrature * cosine - inPhase * sine);
    for (let i = 0; i < size; i++) {
      const entry = row[i];
      for (let j = 0, at = i * size; j <= i; j++, at++) a[at] += entry * row[j];
      b[i] += entry * volts[n];
    }
  }
  return solveSymmetric(a, b);
};

const described = (
  volts: Float64Array,
  sampleRateHz: number,
  frequencyHz: number,
  {
    parameters,
    settled,
    iterationCount,
  }: { parameters: Float64Array | null; settled: boolean; iterationCount: number },
): SineFit => {
  if (!parameters)
    return {
      frequencyHz,
      voltsPeak: 0,
      phaseRadians: 0,
      offsetVolts: 0,
      residualVoltsRms: 0,
      settled: false,
      iterationCount,
    };
  const [inPhase, quadrature, offsetVolts] = parameters;
  const omega = (2 * Math.PI * frequencyHz) / sampleRateHz;
  const centre = (volts.length - 1) / 2;
  let squares = 0;
  for (let n = 0; n < volts.length; n++) {
    const angle = omega * (n - centre);
    squares +=
      (volts[n] - inPhase * Math.cos(angle) - quadrature * Math.sin(angle) - offsetVolts) ** 2;
  }
  const phase = Math.atan2(-quadrature, inPhase) - omega * centre;
  return {
    frequencyHz,
    voltsPeak: Math.hypot(inPhase, quadrature),
    phaseRadians: Math.atan2(Math.sin(phase), Math.cos(phase)),
    offsetVolts,
    residualVoltsRms: Math.sqrt(squares / volts.length),
    settled,
    iterationCount,
  };
};
