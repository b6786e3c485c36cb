// core/plan: which runs to make, in which order, and how warm everything gets along the way.
export { heatWatts, usualSink } from "./amplifierHeat";
export { newRun, orderedGently, proposePlan, tooEarly } from "./propose";
export { RUN_KIND_NAMES, RUN_KINDS, type RunKindFacts } from "./runKinds";
export { HANDLING_SECONDS, heatAlong, timelineOf } from "./timeline";
export type {
  HeatBody,
  HeatModel,
  PlanFacts,
  PlannedClaim,
  PlannedRun,
  PlanSize,
  RunKind,
  Timeline,
  TimelineEntry,
} from "./types";
