import { solveSymmetric } from "../numeric";
import { requirePositive } from "../units";
import { foldedAboutMiddle, RESET_EVERY, type Folded } from "./folded";

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

/** Each step about doubles the digits that hold; what has not settled by now does not. */
const MOST_ITERATIONS = 15;
/** Relative change of frequency at which the fit has settled. */
const SETTLED_RATIO = 1e-11;
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
  const folded = foldedAboutMiddle(volts);
  let parameters = linearStep(folded, sampleRateHz, frequencyHz, null);
  let settled = false,
    iterationCount = 0;
  while (parameters && iterationCount < MOST_ITERATIONS && !settled) {
    iterationCount++;
    const step = linearStep(folded, sampleRateHz, frequencyHz, parameters);
    if (!step) break;
    const changeHz = (step[3] * sampleRateHz) / (2 * Math.PI);
    frequencyHz += changeHz;
    parameters = step.subarray(0, 3);
    settled = Math.abs(changeHz) < SETTLED_RATIO * frequencyHz;
  }
  const last =
    parameters && frequencyHz > 0 ? linearStep(folded, sampleRateHz, frequencyHz, null) : null;
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
  const parameters = linearStep(foldedAboutMiddle(volts), sampleRateHz, frequencyHz, null);
  return described(volts, sampleRateHz, frequencyHz, {
    parameters,
    settled: parameters !== null,
    iterationCount: 0,
  });
};

/**
 * One linear solution for in-phase, quadrature and offset and, when values of these are given, for the change of
 * frequency too (radians a sample). Time runs from the middle of the record, where frequency and phase are least
 * correlated, and where what is even and what is odd have no sum with each other.
 */
const linearStep = (
  folded: Folded,
  sampleRateHz: number,
  frequencyHz: number,
  around: Float64Array | null,
): Float64Array | null => {
  const sums = sumsAt(folded, (2 * Math.PI * frequencyHz) / sampleRateHz);
  const { count } = folded;
  const [inPhase, quadrature] = around ?? [0, 0];
  // Columns: cosine, sine, 1, and time times the slope of the sine about which it is linear.
  const slope = [
    -inPhase * sums.timeSineCosine,
    quadrature * sums.timeSineCosine,
    -inPhase * sums.timeSine,
    quadrature ** 2 * sums.timesCosines + inPhase ** 2 * sums.timesSines,
  ];
  const rows = [[sums.cosines], [0, sums.sines], [sums.cosine, 0, count], slope];
  const b = [
    sums.samplesCosine,
    sums.samplesSine,
    sums.samples,
    quadrature * sums.samplesTimeCosine - inPhase * sums.samplesTimeSine,
  ];
  const size = around ? 4 : 3;
  const a = new Float64Array(size * size);
  for (let i = 0; i < size; i++) a.set(rows[i], i * size);
  return solveSymmetric(a, Float64Array.from(b.slice(0, size)));
};

/** Sums over the record of what its name says, time in samples from the middle; those that are nothing by symmetry are left out. */
const sumsAt = ({ even, odd, count, first }: Folded, omega: number) => {
  const turnCosine = Math.cos(omega),
    turnSine = Math.sin(omega);
  let cosines = 0,
    cosineSum = 0,
    timeSineCosine = 0,
    timeSine = 0,
    timesCosines = 0,
    timesSines = 0,
    samples = 0,
    samplesCosine = 0,
    samplesSine = 0,
    samplesTimeCosine = 0,
    samplesTimeSine = 0;
  for (let start = 0; start < even.length; start += RESET_EVERY) {
    let cosine = Math.cos(omega * (first + start)),
      sine = Math.sin(omega * (first + start));
    const end = Math.min(even.length, start + RESET_EVERY);
    for (let n = start; n < end; n++) {
      const time = first + n;
      const evenCosine = even[n] * cosine,
        oddSine = odd[n] * sine,
        timedSine = time * sine,
        timedCosine = time * cosine;
      samples += even[n];
      samplesCosine += evenCosine;
      samplesSine += oddSine;
      samplesTimeCosine += odd[n] * timedCosine;
      samplesTimeSine += even[n] * timedSine;
      cosines += cosine * cosine;
      cosineSum += cosine;
      timeSine += timedSine;
      timeSineCosine += timedSine * cosine;
      timesCosines += timedCosine * timedCosine;
      timesSines += timedSine * timedSine;
      const turned = cosine * turnCosine - sine * turnSine;
      sine = sine * turnCosine + cosine * turnSine;
      cosine = turned;
    }
  }
  // A sample in the middle stands alone; all others come twice.
  const alone = first === 0 ? 1 : 0;
  const allCosines = 2 * cosines - alone;
  return {
    cosines: allCosines,
    sines: count - allCosines,
    cosine: 2 * cosineSum - alone,
    timeSine: 2 * timeSine,
    timeSineCosine: 2 * timeSineCosine,
    timesCosines: 2 * timesCosines,
    timesSines: 2 * timesSines,
    samples,
    samplesCosine,
    samplesSine,
    samplesTimeCosine,
    samplesTimeSine,
  };
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
