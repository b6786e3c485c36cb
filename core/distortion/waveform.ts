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
    squares = 0,
    highest = -Infinity,
    lowest = Infinity;
  for (let n = 0; n < whole; n++) {
    const value = volts[n];
    sum += value;
    squares += value * value;
    if (value > highest) highest = value;
    if (value < lowest) lowest = value;
  }
  for (let n = whole; n < volts.length; n++) {
    const value = volts[n];
    if (value > highest) highest = value;
    if (value < lowest) lowest = value;
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
