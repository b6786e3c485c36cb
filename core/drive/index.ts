// core/drive: raising the drive towards a limit, and what must stop it at once.
export { guardTrip, type GuardLimits, type GuardName, type LiveMoment, type Trip } from "./guards";
export { nextStep, startRamp, type Ramp } from "./ramp";
