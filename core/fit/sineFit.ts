import { solveSymmetric } from "../numeric/solveSymmetric";
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

const MOST_ITERATIONS = 12;

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
  if (volts.length < 8) throw new RangeError(`volts has ${volts.length} samples; a sine fit takes at least 8`);
  let inPhase = 0, quadrature = 0, settled = false, iterationCount = 0;
  let solution = solveStep(volts, sampleRateHz, frequencyHz, 0, 0, false);
  while (solution && iterationCount < MOST_ITERATIONS && !settled) {
    [inPhase, quadrature] = solution.parameters;
    iterationCount++;
    const step = solveStep(volts, sampleRateHz, frequencyHz, inPhase, quadrature, true);
    if (!step) break;
    const changeHz = (step.parameters[3] * sampleRateHz) / (2 * Math.PI);
    frequencyHz += changeHz;
    solution = solveStep(volts, sampleRateHz, frequencyHz, 0, 0, false);
    settled = Math.abs(changeHz) < 1e-10 * frequencyHz;
  }
  if (!solution) return { frequencyHz, voltsPeak: 0, phaseRadians: 0, offsetVolts: 0, residualVoltsRms: 0, settled: false, iterationCount };
  return described(volts, sampleRateHz, frequencyHz, solution.parameters, settled, iterationCount);
};

/**
 * Three-parameter least-squares sine fit at a known frequency.
 * @see IEEE Std 1057-2017, annex on sine fits
 */
export const fitSineAt = (volts: Float64Array, sampleRateHz: number, frequencyHz: number): SineFit => {
  requirePositive("sampleRateHz", sampleRateHz);
  requirePositive("frequencyHz", frequencyHz);
  const solution = solveStep(volts, sampleRateHz, frequencyHz, 0, 0, false);
  return described(volts, sampleRateHz, frequencyHz, solution?.parameters ?? new Float64Array(3), solution !== null, 0);
};

type Step = { parameters: Float64Array };

/** One linear solution about the middle of the record, where frequency and phase are least correlated. */
const solveStep = (volts: Float64Array, sampleRateHz: number, frequencyHz: number, inPhase: number, quadrature: number, withFrequency: boolean): Step | null => {
  const size = withFrequency ? 4 : 3;
  const omega = (2 * Math.PI * frequencyHz) / sampleRateHz;
  const centre = (volts.length - 1) / 2;
  const a = new Float64Array(size * size);
  const b = new Float64Array(size);
  const row = new Float64Array(size);
  for (let n = 0; n < volts.length; n++) {
    const time = n - centre;
    row[0] = Math.cos(omega * time);
    row[1] = Math.sin(omega * time);
    row[2] = 1;
    if (withFrequency) row[3] = time * (quadrature * row[0] - inPhase * row[1]);
    for (let i = 0; i < size; i++) {
      for (let j = 0; j <= i; j++) a[i * size + j] += row[i] * row[j];
      b[i] += row[i] * volts[n];
    }
  }
  const parameters = solveSymmetric(a, b);
  return parameters && { parameters };
};

const described = (volts: Float64Array, sampleRateHz: number, frequencyHz: number, parameters: Float64Array, settled: boolean, iterationCount: number): SineFit => {
  const [inPhase, quadrature, offsetVolts] = parameters;
  const omega = (2 * Math.PI * frequencyHz) / sampleRateHz;
  const centre = (volts.length - 1) / 2;
  let squares = 0;
  for (let n = 0; n < volts.length; n++) {
    const angle = omega * (n - centre);
    squares += (volts[n] - inPhase * Math.cos(angle) - quadrature * Math.sin(angle) - offsetVolts) ** 2;
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
