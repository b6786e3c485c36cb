// core/plan: which runs to make, in which order, and how warm everything gets along the way.
export { changesIn, isInCell, planMatrix, type MatrixCell, type MatrixRow } from "./matrix";
export { measuredSink, type MeasuredSink, usualSink } from "./amplifierHeat";
export { newRun, orderedGently, proposePlan, tooEarly } from "./propose";
export { HANDLING_SECONDS, heatAlong, timelineOf } from "./timeline";
export type {
  HeatBody,
  HeatModel,
  PlanFacts,
  PlannedClaim,
  PlannedRun,
  Timeline,
  TimelineEntry,
} from "./types";
