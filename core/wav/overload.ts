/** Samples in a row at full scale that a sine below it cannot have. */
const RUN_LENGTH = 3;
const AT_FULL_SCALE_RATIO = 1 - 2 ** -15;

/**
 * How many samples stand at the converter's limit, counted in runs of at least three: then the converter was
 * overdriven, and any reading from the recording is invalid. 0 when the recording is sound.
 * Chosen here, because two neighbouring samples at the limit may be a sine’s tip.
 */
export const overloadedSampleCount = (volts: Float64Array, fullScaleVolts: number): number => {
  const limit = AT_FULL_SCALE_RATIO * fullScaleVolts;
  let total = 0,
    run = 0;
  for (let n = 0; n <= volts.length; n++) {
    if (n < volts.length && Math.abs(volts[n]) >= limit) run++;
    else {
      if (run >= RUN_LENGTH) total += run;
      run = 0;
    }
  }
  return total;
};
