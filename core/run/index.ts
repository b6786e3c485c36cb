// core/run: what each kind of run is, what it may be set to, which recordings it takes, and what is read from them.
export { readMainsDrawLog } from "./mainsLog";
export { guessPlaces, readSoakLog, type ProbePlaces } from "./soakLog";
export { analyseRun } from "./analyseRun";
export { residualOf } from "./methods/residual";
export { responseChannel } from "./methods/response";
export { levelFigures, levelResult, USUAL_LIMIT, type LevelResult } from "./levels";
export { spectrumCurve, wavePicture } from "./figures";
export { readTyped } from "./readTyped";
export { RUN_KIND_NAMES, RUN_KINDS } from "./runKinds";
export { RUN_METHODS } from "./runMethods";
export { completeSettings, initialSettings, isAllowed, numberOf, readingFields } from "./settings";
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
