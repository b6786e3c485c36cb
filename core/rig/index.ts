// core/rig: what stands between the load and a reading: divider, calibration, the rig's own distortion.
export {
  calibrate,
  type Calibration,
  type CalibrationReading,
  type Voltmeter,
} from "./calibration";
export {
  dividerReport,
  suggestDivider,
  WANTED_HEADROOM,
  type Divider,
  type DividerCase,
  type DividerReport,
} from "./divider";
export { rigFitness, type RigFitness } from "./loopback";
