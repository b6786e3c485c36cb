/** How the level of a tone moves, one value a cycle. */
export type Envelope = {
  /** Peak volts of the fundamental around each cycle. */
  voltsPeak: Float64Array;
  /** Sample position of the middle of the first value's cycle, and the distance to the next. */
  firstSample: number;
  samplesACycle: number;
};

/**
 * Level of a tone of known frequency, cycle by cycle: mixed down and smoothed over two cycles by a Hann window, which
 * passes neither the offset nor the harmonics.
 * @param frequencyHz above zero and below half the sample rate
 */
export const toneEnvelope = (
  volts: Float64Array,
  sampleRateHz: number,
  frequencyHz: number,
): Envelope => {
  const samplesACycle = sampleRateHz / frequencyHz;
  const reach = Math.round(samplesACycle);
  const count = Math.max(0, Math.floor((volts.length - 2 * reach) / samplesACycle));
  const omega = (2 * Math.PI) / samplesACycle;
  // The same two windowed quarter-shifted cycles serve everywhere: only the level is wanted, not the phase.
  const cosines = Float64Array.from(
    { length: 2 * reach },
    (_, n) => hann(n, reach) * Math.cos(omega * n),
  );
  const sines = Float64Array.from(
    { length: 2 * reach },
    (_, n) => hann(n, reach) * Math.sin(omega * n),
  );
  const voltsPeak = new Float64Array(count);
  for (let cycle = 0; cycle < count; cycle++) {
    const first = Math.round(cycle * samplesACycle);
    let re = 0,
      im = 0;
    for (let n = 0; n < 2 * reach; n++) {
      re += volts[first + n] * cosines[n];
      im += volts[first + n] * sines[n];
    }
    voltsPeak[cycle] = (2 * Math.hypot(re, im)) / reach;
  }
  return { voltsPeak, firstSample: reach, samplesACycle };
};

const hann = (n: number, reach: number): number => 0.5 - 0.5 * Math.cos((Math.PI * n) / reach);
