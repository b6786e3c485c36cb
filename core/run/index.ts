// core/run: what each kind of run may be set to, which recordings it takes, and what is read from them.
export { analyseRun } from "./analyseRun";
export { DEFINITIONS, MEASURED_KINDS } from "./definitions";
export { readSoak, soakWatts, type SoakMoment } from "./kinds/heat";
export { spectrumCurve } from "./figures";
export { residualOf } from "./kinds/manyTones";
export { responseChannel } from "./kinds/response";
export { readTyped, TYPED, type TypedReadings } from "./kinds/typed";
export { stoppedBy } from "./stop";
export { completeSettings, initialSettings, isAllowed, numberOf, readingFields } from "./settings";
export type {
  AnalysisConditions,
  BurstCycles,
  Curve,
  Figure,
  MeasuredChannel,
  MeasuredKind,
  MeasuredStop,
  MeasuredStopReason,
  Quantity,
  Recorded,
  RunKindDefinition,
  SettingField,
  Settings,
  Shot,
  ShotFacts,
  ShotLoad,
} from "./types";
