// records/facts: what follows from the records of an amplifier, worked out whenever it is shown and never kept.
export { accuracyOf } from "./accuracyOf";
export { chainFacts, type ChainFact, type ChainLinkName } from "./chainFacts";
export {
  amplifierFigures,
  FIGURE_COLUMNS,
  type AmplifierFigure,
  type FigureColumn,
} from "./amplifierFigures";
export {
  chartTitles,
  comparables,
  runOfMember,
  usualMeeting,
  type Comparable,
} from "./comparedRuns";
export {
  outputDifference,
  togetherCurve,
  togetherDifference,
  type ComparedRun,
  type OutputDifference,
  type TogetherDifference,
} from "./leadDifference";
export { shortNames } from "./memberNames";
export {
  asSetUp,
  byBriefNames,
  chosenSetup,
  lastSetup,
  madeForOf,
  madeForText,
  madeForWords,
  madeForTrouble,
  namedSetup,
  plainWords,
  setupChoices,
  setupFacts,
  setupFromText,
  setupOfRun,
  supplyNamed,
  unrecordedIn,
  usualSetup,
  usualSupply,
  type NamedSetup,
  type ChoosableSetup,
} from "./setup";
export type { ShownComparison, ShownMember } from "./shownComparison";
export { measuredOutputs, type MeasuredOutput } from "./measuredOutputs";
export { memberOf, suggestedSets } from "./suggestedSets";
export {
  claimMark,
  type ClaimBand,
  type ClaimMark,
  type MarkNote,
  type SetClaim,
} from "./claimMark";
export {
  amplifierFacts,
  claimsToJudge,
  claimToJudge,
  claimWords,
  type ClaimRecords,
  type JudgedText,
} from "./claimsToJudge";
export { groupOf, outcomesIn, isJudged, type VerdictGroup } from "./verdictGroups";
export { claimedHeat, type ClaimedHeat } from "./claimedHeat";
export { expectedPeak, type ExpectedPeak } from "./expectedPeak";
export { assumptionsOf, classOf, forecastFacts, supplyFor } from "./forecastFacts";
export { ceilingsAt, lookedFor, onEachSupply, type Looked, type OnSupply } from "./looked";
export { heatModel, planFacts, runTroubles, type PlanRecords } from "./planFacts";
export {
  conditionsText,
  isMade,
  nextPlanned,
  whySkipped,
  type NextPlanned,
  type Ready,
  type SkippedRun,
} from "./planned";
export {
  claimsMadeFor,
  foundIn,
  foundLimits,
  takenLevel,
  type FoundLimit,
  type TakenLevel,
} from "./takenLevel";
export { loadsNeeded, type LoadsNeeded } from "./loadsNeeded";
export { logbook, type LogLine } from "./logbook";
export { dividerText } from "./dividerText";
export { onThisBench } from "./onThisBench";
export {
  isThrough,
  NO_FILTER,
  runTrack,
  type FailedRun,
  type TrackFilter,
  type TrackPlace,
  type TrackSchedule,
  type TrackState,
} from "./runTrack";
export { printedAssumptions, printedDetails, type PrintedDetails } from "./printedDetails";
export { calibrationOf, chosenInstrument, meterOf, rigCalibration } from "./rigCalibration";
export { rigState } from "./rigState";
export {
  audioRunOn,
  changedLevels,
  isOfLoops,
  knownInterface,
  loopsOf,
  type Loop,
  type OpenedDevice,
} from "./audioSetup";
export {
  CHOSEN_ROLES,
  hasStandIn,
  instrumentsFor,
  isRehearsedBy,
  metersBeside,
  networkInUse,
  networkRunOn,
  scopeFloorRatio,
} from "./networkRun";
export { isMadeLive, unseenBy } from "./unseenBy";
export { safetyFacts } from "./safetyFacts";
export { repeatStatistics, type Statistic } from "./setStatistics";
export { usualConditions, type UsualConditions } from "./usualConditions";
export { stageProgress, STAGES, type StageProgress, type StageSlug } from "./stageProgress";
export { fittingClaims, runReadings, type Crossing, type RunReadings } from "./runReadings";
export {
  coursesOf,
  logOfRun,
  probesOfRun,
  stretchesOf,
  courseWithin,
  type SpotCourse,
  type SteadyStretch,
} from "./heatLogs";
export { CERTAIN_KELVIN, heatOf, readSpot, sinkEvenness, type SpotReading } from "./heatReadings";
export {
  isKnown,
  leadSpot,
  readLog,
  sinkOf,
  tellsWatts,
  type ReadLog,
  type ReadSpot,
} from "./readLog";
export { idleYearKilowattHours, type MainsLevel, type MeasuredMains } from "./supplyMains";
export {
  measuredSupplies,
  suppliedInto,
  supplyDifferences,
  type MeasuredSupply,
  type SupplyDifference,
} from "./supplySide";
export { isOfNotes, logsOfNotes } from "./logOfNotes";
export { methodText, type MethodRecords } from "./methodText";
export {
  WORDS_VERSION,
  WRITTEN_DOCUMENTS,
  writtenWords,
  type WrittenRecords,
} from "./writtenWords";
export { claimTrends, type ClaimTrend, type JudgedCount, type TrendBin } from "./claimTrends";
export { calibrationDue, calibrationState, type CalibrationDue } from "./calibrationDue";
export { sinkForecasts, sinkOn, type SinkForecasts } from "./sinkForecasts";
