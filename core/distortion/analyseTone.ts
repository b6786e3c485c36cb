import { failure, success, type Outcome } from "../outcome";
import { noiseBandwidthBins, powerScatterRatio } from "../spectrum";
import { requirePositive, requireRange } from "../units";
import { canHideFlattening, noFlattening, readFlattening } from "./flattening";
import { isInBand } from "./isInBand";
import { readToneByFit } from "./toneByFit";
import { LEAST_CYCLES_FOR_SPECTRUM, readToneBySpectrum, type TonePieces } from "./toneBySpectrum";
import { TONE_DEFAULTS, type Band, type ToneOptions, type ToneReading } from "./types";
import { readWaveform } from "./waveform";

/** Below this length the fit is exact and quick; above it the spectrum resolves all that matters. */
const LEAST_SECONDS_FOR_SPECTRUM = 0.25;

/**
 * The spectrum's window lets in 2.6 times the noise of a fit to all samples alike. Where that noise would move THD by
 * more than this ratio, and the capture is short enough for it, the fit has the last word.
 */
const NOISE_IN_THD_RATIO = 0.008;
const MOST_SAMPLES_FOR_FIT = 2 ** 18;

/** Fewer hold no fit of harmonics. */
const FEWEST_SAMPLES = 64;

/** How much more a frequency scatters under the 7-term window than in a fit, from the sums of the window's weights. */
const WINDOW_FREQUENCY_RATIO = 3.17;

/** Completes the given options from TONE_DEFAULTS and checks their ranges, once. */
export const toneOptions = (given: Partial<ToneOptions> = {}): ToneOptions => {
  const options = { ...TONE_DEFAULTS, ...given };
  requireRange("band.lowHz", options.band.lowHz, 0, options.band.highHz);
  requirePositive("band.highHz", options.band.highHz);
  return options;
};

/**
 * Reads a steady tone with all its by-products from one channel.
 * @param volts at the load, calibrated; from 64 samples and about two cycles to several minutes; the record may
 *   hold any part of a cycle and the tone need not lie on a bin
 * @param sampleRateHz above zero
 * @returns the reading, or a finding when there is no tone or too little of it
 * @throws {RangeError} on options out of range
 * @see AES17-2020 (THD+N in a band); IEC 60268-3:2018 (THD over the fundamental)
 */
export const analyseTone = (
  volts: Float64Array,
  sampleRateHz: number,
  given: Partial<ToneOptions> = {},
): Outcome<ToneReading> => {
  requirePositive("sampleRateHz", sampleRateHz);
  const options = toneOptions(given);
  if (volts.length < FEWEST_SAMPLES)
    return failure(
      "too-short",
      "Capture",
      `${volts.length} samples are too few; record at least ${FEWEST_SAMPLES}, preferably a quarter of a second.`,
    );
  const bySpectrum = readLongTone(volts, sampleRateHz, options);
  const pieces = bySpectrum ?? readToneByFit(volts, sampleRateHz, options);
  if (!pieces || !(pieces.fundamentalVoltsRms > 0))
    return failure(
      "no-signal",
      "Capture",
      "no steady tone was found. Check that the source plays, the probe is connected and the level is up.",
    );

  const { fundamentalHz, fundamentalVoltsRms, harmonics, residualMeanSquare } = pieces;
  const residualOverFundamental = Math.sqrt(residualMeanSquare) / fundamentalVoltsRms;
  const waveform = readWaveform(volts, sampleRateHz / fundamentalHz);
  return success({
    fundamentalHz,
    fundamentalVoltsRms,
    ...waveform,
    thdRatio: thdRatio(pieces, options.band),
    ...noiseUncertainty(pieces, options.band, volts.length / sampleRateHz, bySpectrum !== null),
    thdPlusNoiseRatio: residualOverFundamental / Math.hypot(1, residualOverFundamental),
    thdPlusNoiseOverFundamentalRatio: residualOverFundamental,
    harmonics,
    flattening: canHideFlattening(pieces, sampleRateHz)
      ? readFlattening(volts, sampleRateHz, fundamentalHz)
      : noFlattening(waveform, Math.floor((volts.length / sampleRateHz) * fundamentalHz)),
    method: bySpectrum ? "spectrum" : "harmonic-fit",
  });
};

const thdRatio = ({ fundamentalHz, harmonics }: TonePieces, band: Band): number =>
  Math.sqrt(
    harmonics.reduce(
      (sum, { order, ratio }) =>
        isInBand(order * fundamentalHz, band) ? sum + ratio * ratio : sum,
      0,
    ),
  );

/**
 * Noise in the band is spread over as many independent readings as it has hertz times seconds: its mean square scatters by
 * one over their square root, and each harmonic takes in one of them.
 * @see D. C. Rife, R. R. Boorstyn, Single Tone Parameter Estimation, IEEE Trans. Information Theory 20, 1974 (frequency; from memory)
 */
const noiseUncertainty = (
  pieces: TonePieces,
  band: Band,
  seconds: number,
  isWindowed: boolean,
): Pick<
  ToneReading,
  "fundamentalHzStdUncertainty" | "thdRatioStdUncertainty" | "thdPlusNoiseRatioStdUncertainty"
> => {
  const { fundamentalHz, fundamentalVoltsRms, harmonics, residualMeanSquare } = pieces;
  const harmonicMeanSquare = (thdRatio(pieces, band) * fundamentalVoltsRms) ** 2;
  const noiseMeanSquare = Math.max(0, residualMeanSquare - harmonicMeanSquare);
  const independent = Math.max(1, (band.highHz - band.lowHz) * seconds);
  const density = noiseMeanSquare / Math.max(1, band.highHz - band.lowHz);
  // The bound of Cramér and Rao, that a fit to all samples alike comes to.
  const ofFrequency = Math.sqrt(6 * density) / (2 * Math.PI * fundamentalVoltsRms * seconds ** 1.5);
  // Of each harmonic the noise in step with it moves its size; what lies across adds its power, and hides a harmonic that is small.
  const inStep = Math.sqrt(density / (2 * seconds)) / fundamentalVoltsRms;
  const thd = thdRatio(pieces, band);
  const orders = harmonics.filter(({ order }) => isInBand(order * fundamentalHz, band)).length;
  const hidden = thd - Math.sqrt(Math.max(0, thd ** 2 - 2 * orders * inStep ** 2));
  const residual = Math.sqrt(residualMeanSquare) / fundamentalVoltsRms;
  // The residual is summed under a window of its own.
  const scatter = Math.sqrt(powerScatterRatio(isWindowed ? "blackmanHarris7" : "hann"));
  const ofNoise =
    (scatter * noiseMeanSquare) / (2 * Math.sqrt(independent)) / fundamentalVoltsRms ** 2;
  return {
    fundamentalHzStdUncertainty: ofFrequency * (isWindowed ? WINDOW_FREQUENCY_RATIO : 1),
    thdRatioStdUncertainty: Math.hypot(inStep, hidden),
    thdPlusNoiseRatioStdUncertainty:
      residual > 0 ? Math.hypot(thd * inStep, ofNoise) / residual : 0,
  };
};

/** By spectrum where that is the better method, else null. */
const readLongTone = (
  volts: Float64Array,
  sampleRateHz: number,
  options: ToneOptions,
): TonePieces | null => {
  const seconds = volts.length / sampleRateHz;
  if (seconds < LEAST_SECONDS_FOR_SPECTRUM) return null;
  const pieces = readToneBySpectrum(volts, sampleRateHz, options);
  if (!pieces || pieces.fundamentalHz * seconds < LEAST_CYCLES_FOR_SPECTRUM) return null;
  return volts.length <= MOST_SAMPLES_FOR_FIT &&
    noiseInThdRatio(pieces, options.band, seconds) > NOISE_IN_THD_RATIO
    ? null
    : pieces;
};

/** Standard deviation of THD over THD that the noise between the harmonics brings with it. */
const noiseInThdRatio = (pieces: TonePieces, band: Band, seconds: number): number => {
  const harmonicMeanSquare = (thdRatio(pieces, band) * pieces.fundamentalVoltsRms) ** 2;
  const noiseMeanSquare = Math.max(0, pieces.residualMeanSquare - harmonicMeanSquare);
  const binsInBand = (band.highHz - band.lowHz) * seconds;
  return Math.sqrt(
    (noiseMeanSquare / binsInBand) * (noiseBandwidthBins("blackmanHarris7") / harmonicMeanSquare),
  );
};
