/** What can be read from a waveform without knowing what it is, over a whole number of cycles where one is given. */
export type WaveformReading = {
  voltsRms: number;
  dcVolts: number;
  voltsPeakPositive: number;
  voltsPeakNegative: number;
};

/**
 * Root mean square (offset included), mean and peaks. Mean values are taken over the largest whole number of cycles
 * (the last sample weighted by the part of it that belongs), so that a broken cycle does not tilt them.
 * @param samplesACycle above zero; the peaks cover all samples
 */
export const readWaveform = (volts: Float64Array, samplesACycle: number): WaveformReading => {
  const cycles = Math.floor(volts.length / samplesACycle);
  const span = cycles >= 1 ? cycles * samplesACycle : volts.length;
  const whole = Math.min(volts.length, Math.floor(span));
  let sum = 0,
    sumToo = 0,
    squares = 0,
    squaresToo = 0,
    highest = -Infinity,
    lowest = Infinity;
  // Two at a time: each sum waits only for its own last addition.
  const pairs = whole - (whole % 2);
  for (let n = 0; n < pairs; n += 2) {
    const value = volts[n],
      valueToo = volts[n + 1];
    sum += value;
    sumToo += valueToo;
    squares += value * value;
    squaresToo += valueToo * valueToo;
    if (value > highest) highest = value;
    if (value < lowest) lowest = value;
    if (valueToo > highest) highest = valueToo;
    if (valueToo < lowest) lowest = valueToo;
  }
  sum += sumToo;
  squares += squaresToo;
  for (let n = pairs; n < volts.length; n++) {
    const value = volts[n];
    if (value > highest) highest = value;
    if (value < lowest) lowest = value;
    if (n >= whole) continue;
    sum += value;
    squares += value * value;
  }
  const rest = whole < volts.length ? span - whole : 0;
  if (rest > 0) {
    sum += rest * volts[whole];
    squares += rest * volts[whole] ** 2;
  }
  return {
    voltsRms: Math.sqrt(squares / span),
    dcVolts: sum / span,
    voltsPeakPositive: highest,
    voltsPeakNegative: lowest,
  };
};
