/** Samples in a row of one value, away from the tips, that count as standing still; of a cycle, and at least so many. */
const STILL_CYCLE_RATIO = 1 / 16;
const LEAST_STILL = 4;
/** Away from the tips a sine of this height does not stand still. */
const AWAY_FROM_TIPS = 0.8;
/** The slope of the wave itself may rise this far above that of a sine of its height before it counts as a leap. */
const LEAP_RATIO = 3;

/**
 * Places where a recorder lost or repeated samples: the wave stands still on its way, or leaps.
 * @param samplesACycle of the tone
 * @returns how many of each
 * Chosen here, because no standard says what a dropout is; a wave that clips stands still at its tips only.
 */
export const interruptionsIn = (
  volts: Float64Array,
  samplesACycle: number,
): { stills: number; jumps: number } => {
  if (samplesACycle < 16) return { stills: 0, jumps: 0 };
  let highest = -Infinity,
    lowest = Infinity;
  for (let n = 0; n < volts.length; n++) {
    if (volts[n] > highest) highest = volts[n];
    if (volts[n] < lowest) lowest = volts[n];
  }
  const middle = (highest + lowest) / 2,
    height = (highest - lowest) / 2;
  const least = Math.max(LEAST_STILL, Math.round(STILL_CYCLE_RATIO * samplesACycle));
  const steepest = ((LEAP_RATIO * 2 * Math.PI) / samplesACycle) * height;
  const steps = steepSteps(volts, steepest);
  let stills = 0,
    run = 1;
  for (let n = 1; n <= volts.length; n++) {
    if (n < volts.length && volts[n] === volts[n - 1]) run++;
    else {
      if (run >= least && Math.abs(volts[n - 1] - middle) < AWAY_FROM_TIPS * height) stills++;
      run = 1;
    }
  }
  // A square wave leaps in every cycle; a recorder loses samples now and then.
  const cycles = volts.length / samplesACycle;
  return { stills, jumps: steps < 0.5 * cycles ? steps : 0 };
};

const steepSteps = (volts: Float64Array, steepest: number): number => {
  let count = 0;
  for (let n = 1; n < volts.length; n++) if (Math.abs(volts[n] - volts[n - 1]) > steepest) count++;
  return count;
};
