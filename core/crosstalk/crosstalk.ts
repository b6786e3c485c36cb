import { rootMeanSquare } from "../numeric";
import { fitSine, fitSineAt } from "../fit";
import { failure, success, type Outcome } from "../outcome";
import { steppedResponse, type ResponsePoint } from "../response";
import { bandMeanSquare, findTone, powerSpectrum } from "../spectrum";
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
    summary: `Crosstalk at ${formatHertz(tone.frequencyHz, 4)} is ${formatSignificant(amplitudeRatioToDb(ratio), 3)} dB.`,
  });
};

/** Lines of the mains up to this one may be stronger on an idle channel than a tone is on the driven one. */
const MOST_MAINS_HZ = 400;
const LOOKED_AT_SAMPLES = 2 ** 20;
/** With less than this part of the volts above the mains lines, the tone itself lies among those. */
const LEAST_RATIO_ABOVE = 0.02;

/**
 * How strong each channel is, for telling the driven one: RMS volts above the lines of the mains; where the tone lies among
 * those, of everything.
 * @param sampleRateHz of all channels
 * Chosen here, because a file does not say which channel was driven, and hum may be stronger than what crosses over.
 */
export const drivenStrengths = (
  channels: readonly Float64Array[],
  sampleRateHz: number,
): number[] => {
  const above = channels.map((volts) => {
    const part = volts.subarray(0, LOOKED_AT_SAMPLES);
    return part.length < 64
      ? 0
      : Math.sqrt(
          bandMeanSquare(powerSpectrum(part, sampleRateHz, "hann"), MOST_MAINS_HZ, sampleRateHz),
        );
  });
  const whole = channels.map(rootMeanSquare);
  return Math.max(...above) > LEAST_RATIO_ABOVE * Math.max(...whole) ? above : whole;
};

/**
 * The channel that is driven.
 * @see drivenStrengths
 */
export const loudestChannel = (channels: readonly Float64Array[], sampleRateHz: number): number => {
  const strengths = drivenStrengths(channels, sampleRateHz);
  return strengths.indexOf(Math.max(...strengths));
};

/**
 * Crosstalk against frequency: the idle channel over the driven one at each step of a sine stepped through frequencies, or of one sine.
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
  return steppedResponse(idle, sampleRateHz, { kind: "recorded-input", volts: driven }, "one");
};
