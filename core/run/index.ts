// core/run: what each kind of run is, what it may be set to, and what is said of its results. How recordings are read is in
// reading.ts, apart, so that a page that only shows runs does not bring it along.
export { guessPlaces, type ProbePlaces } from "./soakLog";
export { levelFigures } from "./levelFigures";
export { RUN_KIND_NAMES, RUN_KINDS } from "./runKinds";
export {
  completeSettings,
  initialSettings,
  isAllowed,
  settingNumber,
  readingFields,
} from "./settings";
export { stoppedBy } from "./stop";
export type {
  AnalysisConditions,
  BurstCycles,
  ChannelResult,
  Curve,
  Figure,
  PlanRole,
  PlanSize,
  Quantity,
  Recorded,
  RunKind,
  RunKindFacts,
  RunMethod,
  RunStop,
  RunStopReason,
  SettingField,
  Settings,
  Shot,
  ShotFacts,
  ShotLoad,
  SoakDefinition,
  SoakMoment,
  TypedReading,
  TypedReadings,
} from "./types";
