// core/heat: what temperatures over time say of an amplifier's cooling.
export { evenness, type Evenness } from "./evenness";
export { fitCourse } from "./fitCourse";
export { heatWatts } from "./heatWatts";
export { HEAT_LIMITS, heatGrades, type HeatGrade, type HeatLimits } from "./grade";
export { heldAt, type HeldAt } from "./heldAt";
export { surfaceCelsius, type Radiation } from "./infrared";
export {
  celsiusAt,
  passing,
  settledCelsius,
  slowestSeconds,
  stillToGo,
  type Passing,
} from "./outlook";
export { secondsUntilCertain } from "./secondsUntilCertain";
export {
  changeOfResistance,
  dissipatedWatts,
  kelvinPerWatt,
  measuredOf,
  wattsForRise,
  type ChangeOfResistance,
  type Measured,
} from "./thermalResistance";
export {
  HAND_SPANS,
  longestTouch,
  SURFACES,
  type HandWord,
  type Surface,
  type Touch,
} from "./touch";
export { isUnexplained } from "./unexplained";
export type { Interval, Course, CourseFit } from "./types";
