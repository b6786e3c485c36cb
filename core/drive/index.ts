// core/drive: raising the drive towards a limit, and what must stop it at once.
export {
  GUARD_REASONS,
  GuardWatch,
  type GuardLimits,
  type GuardName,
  type GuardReason,
  type LiveMoment,
  type Trip,
} from "./guards";
export { nextStep, startRamp, type Ramp } from "./ramp";
export { restedRise, type SinkFacts, type SinkForecast } from "./sinkHeat";
export type { Warmth } from "./warmth";
