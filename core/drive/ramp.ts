import { dbToAmplitudeRatio, requirePositive } from "../units";

/** Where a ramp stands. Drives are RMS volts at the amplifier's input. */
export type Ramp = {
  phase: "coarse" | "fine" | "ended";
  driveVoltsRms: number;
  /** The highest drive that was still within the limit; null before the first. */ lastGoodVoltsRms:
    number | null;
  /** How it ended. */ end: "limit" | "source" | "never-within" | null;
};

/** Up by about a tenth of the volts until something says stop. */
const COARSE_DB = 1;
/** Then up to the limit by about a hundredth. */
const FINE_DB = 0.1;

/** A ramp at its first level. Common practice: from the least drive. */
export const startRamp = (firstVoltsRms: number): Ramp => ({
  phase: "coarse",
  driveVoltsRms: requirePositive("firstVoltsRms", firstVoltsRms),
  lastGoodVoltsRms: null,
  end: null,
});

/**
 * One step of the way a careful hand raises the drive: by 1 dB until the limit is passed, back to the last good level, then by 0.1 dB.
 * @param isPastLimit whether the reading at the present drive is beyond the limit
 * @param mostVoltsRms what the source can give
 * Common practice: 1 dB up, back, then a tenth at a time.
 */
export const nextStep = (ramp: Ramp, isPastLimit: boolean, mostVoltsRms: number): Ramp => {
  if (ramp.phase === "ended") return ramp;
  const { driveVoltsRms, lastGoodVoltsRms, phase } = ramp;
  if (isPastLimit) {
    if (lastGoodVoltsRms === null) return { ...ramp, phase: "ended", end: "never-within" };
    if (phase === "fine")
      return { phase: "ended", driveVoltsRms: lastGoodVoltsRms, lastGoodVoltsRms, end: "limit" };
    return {
      phase: "fine",
      driveVoltsRms: Math.min(mostVoltsRms, lastGoodVoltsRms * dbToAmplitudeRatio(FINE_DB)),
      lastGoodVoltsRms,
      end: null,
    };
  }
  if (driveVoltsRms >= mostVoltsRms)
    return { phase: "ended", driveVoltsRms, lastGoodVoltsRms: driveVoltsRms, end: "source" };
  return {
    ...ramp,
    driveVoltsRms: Math.min(
      mostVoltsRms,
      driveVoltsRms * dbToAmplitudeRatio(phase === "coarse" ? COARSE_DB : FINE_DB),
    ),
    lastGoodVoltsRms: driveVoltsRms,
  };
};
