// core/rig: what stands between the load and a reading: divider, calibration, the rig's own distortion.
export {
  calibrate,
  type Calibration,
  type CalibrationReading,
  type VoltmeterAccuracy,
} from "./calibration";
export {
  dividerReport,
  suggestDivider,
  WANTED_HEADROOM,
  type Divider,
  type DividerCase,
  type DividerReport,
} from "./divider";
export { outputLevel, STRAIGHT_RATIO, type OutputLevel, type PlayedLevel } from "./audioLevels";
export { nearFloor, type RigFloor } from "./nearFloor";
export { rigFitness, type RigFitness } from "./loopback";
