import { sumOfSquares } from "../numeric";
import { fitSine, fitSineAt } from "../fit";
import { failure, success, type Outcome } from "../outcome";
import { steppedResponse, type ResponsePoint } from "../response";
import { findTone, powerSpectrum } from "../spectrum";
import { amplitudeRatioToDb, formatHertz, formatSignificant } from "../units";

export type CrosstalkReading = {
  frequencyHz: number;
  drivenVoltsRms: number;
  /** Leakage over the driven channel, as an amplitude ratio, and the part of it that its noise makes uncertain. */
  ratio: number;
  ratioStdUncertainty: number;
  phaseRadians: number;
  summary: string;
};

/**
 * Crosstalk from a driven into an idle channel at the tone that is played: the idle channel is read at that frequency
 * only, so that its own noise and hum hardly count.
 * @returns a finding when the driven channel has no tone
 * @see IEC 60268-3:2018, 14.14 (crosstalk attenuation), from memory
 */
export const crosstalk = (
  driven: Float64Array,
  idle: Float64Array,
  sampleRateHz: number,
): Outcome<CrosstalkReading> => {
  if (driven.length !== idle.length)
    throw new RangeError("driven and idle must have the same length");
  const startHz =
    driven.length >= 64
      ? findTone(powerSpectrum(driven, sampleRateHz, "hann"), 10, 0.45 * sampleRateHz)
      : null;
  if (startHz === null)
    return failure(
      "no-signal",
      "Driven channel",
      "no tone was found in the driven channel. Check which channel is driven.",
    );
  const tone = fitSine(driven, sampleRateHz, startHz);
  const leak = fitSineAt(idle, sampleRateHz, tone.frequencyHz);
  const ratio = leak.voltsPeak / tone.voltsPeak;
  return success({
    frequencyHz: tone.frequencyHz,
    drivenVoltsRms: tone.voltsPeak / Math.SQRT2,
    ratio,
    // Amplitude of a sine fitted in noise: sigma sqrt(2 / N). IEEE Std 1057.
    ratioStdUncertainty: (leak.residualVoltsRms * Math.sqrt(2 / idle.length)) / tone.voltsPeak,
    phaseRadians: Math.atan2(
      Math.sin(leak.phaseRadians - tone.phaseRadians),
      Math.cos(leak.phaseRadians - tone.phaseRadians),
    ),
    summary: `Crosstalk at ${formatHertz(Number(tone.frequencyHz.toPrecision(4)))} is ${formatSignificant(amplitudeRatioToDb(ratio), 3)} dB.`,
  });
};

/**
 * The channel with the most signal: the one that is driven.
 * Chosen here, because a file does not say which channel was driven.
 */
export const loudestChannel = (channels: readonly Float64Array[]): number => {
  let best = 0,
    most = -1;
  channels.forEach((volts, index) => {
    const squares = sumOfSquares(volts);
    if (squares > most) [best, most] = [index, squares];
  });
  return best;
};

/**
 * Crosstalk against frequency: the idle channel over the driven one at each step of a sine stepped through frequencies.
 * @returns points by rising frequency, ratio and phase of the leakage
 * @see IEC 60268-3, crosstalk attenuation; from memory
 */
export const crosstalkAgainstFrequency = (
  driven: Float64Array,
  idle: Float64Array,
  sampleRateHz: number,
): Outcome<ResponsePoint[]> => {
  if (driven.length !== idle.length)
    throw new RangeError("driven and idle must have the same length");
  return steppedResponse(idle, sampleRateHz, { kind: "recorded-input", volts: driven });
};
