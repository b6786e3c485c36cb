import { instrumentStdUncertainty } from "../uncertainty";
import { requirePositive, requireRange } from "../units";

/** A voltmeter as its maker states it. */
export type VoltmeterAccuracy = {
  accuracyRatio: number;
  digits: number;
  resolutionVolts: number;
  bandwidthHz: number;
};

/** The same tone, read by the voltmeter across the load and found in the recording. */
export type CalibrationReading = {
  meterVoltsRms: number;
  frequencyHz: number;
  /** Amplitude of the recorded tone over full scale. */ recordedRatio: number;
};

export type Calibration = {
  /** Volts across the load that a full-scale sample stands for. */
  fullScaleVolts: number;
  voltsStdUncertaintyRatio: number;
  /** What to mind, in words. */
  warnings: readonly string[];
};

/** Below this share of full scale, noise and steps of a recording count beside the meter's accuracy. */
const LOW_RATIO = 0.05;

/**
 * Full scale from a tone that a voltmeter reads at the same time: sqrt(2) times its RMS over the recorded share of full scale.
 * A meter says nothing above the frequency that its accuracy holds up to, so that is warned of.
 * @throws {RangeError} on readings that are not above zero, or a tone above full scale
 * @see JCGM 100:2008, 4.3.7, for the meter's accuracy
 */
export const calibrate = (
  { meterVoltsRms, frequencyHz, recordedRatio }: CalibrationReading,
  { accuracyRatio, digits, resolutionVolts, bandwidthHz }: VoltmeterAccuracy,
): Calibration => {
  requirePositive("meterVoltsRms", meterVoltsRms);
  requirePositive("frequencyHz", frequencyHz);
  requireRange("recordedRatio", recordedRatio, Number.MIN_VALUE, 1);
  const u = instrumentStdUncertainty(meterVoltsRms, {
    readingRatio: accuracyRatio,
    rangeRatio: 0,
    range: 0,
    digits,
    resolution: resolutionVolts,
  });
  return {
    fullScaleVolts: (Math.SQRT2 * meterVoltsRms) / recordedRatio,
    voltsStdUncertaintyRatio: u / meterVoltsRms,
    warnings: [
      ...(frequencyHz > bandwidthHz
        ? [
            `The voltmeter is accurate up to ${bandwidthHz} Hz only. At ${frequencyHz} Hz it may read far too low: calibrate with a tone below that frequency.`,
          ]
        : []),
      ...(recordedRatio < LOW_RATIO
        ? [
            "The tone uses less than 1/20 of the converter's range. Raise it, or use a smaller divider.",
          ]
        : []),
      ...(u / meterVoltsRms > 0.01
        ? [
            "The voltmeter uncertainty exceeds 1 %, so that of every power exceeds 2 %. Measure a higher voltage, or use a better meter.",
          ]
        : []),
    ],
  };
};
