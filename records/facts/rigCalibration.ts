import {
  calibrate,
  type Calibration,
  type CalibrationReading,
  type VoltmeterAccuracy,
} from "@/core/rig";
import type { KeptInstrument, Instruments, RigSettings } from "@/records";

/** A meter whose accuracy is not known is taken for a usual hand-held one. Common practice. */
const USUAL_METER: VoltmeterAccuracy = {
  accuracyRatio: 0.01,
  digits: 3,
  resolutionVolts: 0.01,
  bandwidthHz: 400,
};

export const meterOf = (voltmeter: KeptInstrument | null): VoltmeterAccuracy =>
  voltmeter
    ? {
        accuracyRatio: voltmeter.accuracyRatio,
        digits: voltmeter.digits,
        resolutionVolts: voltmeter.resolution,
        bandwidthHz: voltmeter.bandwidthHz ?? Infinity,
      }
    : USUAL_METER;

/** The instrument that was chosen, else the first of its kind. */
export const chosenInstrument = (
  { instruments }: Instruments,
  role: KeptInstrument["role"],
  id: string | null | undefined,
): KeptInstrument | null => {
  const all = instruments.filter((each) => each.role === role);
  return all.find((each) => each.id === id) ?? all[0] ?? null;
};

/** From whatever was read; null until all three readings make sense. */
export const calibrationOf = (
  {
    meterVoltsRms,
    frequencyHz,
    recordedRatio,
  }: { [K in keyof CalibrationReading]: number | null | undefined },
  voltmeter: KeptInstrument | null,
): Calibration | null => {
  if (
    !meterVoltsRms ||
    !frequencyHz ||
    !recordedRatio ||
    meterVoltsRms < 0 ||
    frequencyHz < 0 ||
    recordedRatio < 0 ||
    recordedRatio > 1
  )
    return null;
  return calibrate({ meterVoltsRms, frequencyHz, recordedRatio }, meterOf(voltmeter));
};

/** The calibration that is kept with a rig. */
export const rigCalibration = (rig: RigSettings, instruments: Instruments): Calibration | null =>
  calibrationOf(
    {
      meterVoltsRms: rig.meterVoltsRms,
      frequencyHz: rig.meterHz,
      recordedRatio: rig.recordedRatio,
    },
    chosenInstrument(instruments, "voltmeter", rig.voltmeterId),
  );
