// records: what is kept, with the schema that guards each kind on both sides, form and route handler.
export { AMPLIFIER_KINDS, TOPOLOGIES } from "./amplifierKinds";
export {
  amplifierLine,
  amplifierName,
  amplifierSchema,
  type Amplifier,
  type AmplifierDraft,
} from "./amplifier";
export type { Backup, BackupFacts, ListedBackup } from "./backup";
export {
  BLOCK_KINDS,
  publicationSchema,
  type Block,
  type BlockKind,
  type Publication,
} from "./publication";
export {
  comparisonsSchema,
  MOST_MEMBERS,
  NORMALISINGS,
  type ComparisonMember,
  type Comparisons,
  type ComparisonSet,
} from "./comparisons";
export { BRIEF_FORMAT, BRIEF_LIMIT_BYTES, briefSchema, claimsOfBrief, type Brief } from "./brief";
export {
  claimSchema,
  POWER_KINDS,
  isInBursts,
  powerDraft,
  powerFormOf,
  powerFormSchema,
  statedPowers,
  type Claim,
  type ClaimDraft,
  type Given,
  type PowerForm,
  type StatedPower,
} from "./claim";
export { claimsOfSheet, lineKeyOf, type PlacedClaim } from "./claimsOfSheet";
export {
  detailsSchema,
  supplyTestSchema,
  supplyWatts,
  TERMINALS,
  type Details,
  type SetupDetails,
  type Supply,
} from "./details";
export {
  DOCUMENTS,
  emptyDocument,
  emptyWorkshopDocument,
  WORKSHOP_DOCUMENTS,
  type DocumentKind,
  type DocumentOf,
  type WorkshopKind,
  type WorkshopOf,
} from "./documents";
export { SUPPLY_KINDS } from "./supplyKinds";
export { forecastSettingsSchema, type ForecastSettings } from "./forecastSettings";
export {
  INSTRUMENT_ROLES,
  instrumentsSchema,
  type KeptInstrument,
  type Instruments,
} from "./instruments";
export { LOG_KINDS, logEntrySchema, type LogEntry, type LogEntryDraft, type LogKind } from "./log";
export { audioRunSchema, type AudioRun } from "./audioRun";
export {
  interfacesSchema,
  MOST_AUDIO_CHANNELS,
  type AudioInterface,
  type AudioInterfaces,
} from "./interfaces";
export {
  networkInstrumentsSchema,
  networkRunSchema,
  newNetworkInstrument,
  type InstrumentAddress,
  type KeptNetworkInstrument,
  type NetworkInstruments,
  type NetworkRun,
} from "./networkInstruments";
export { recorderSchema, recordersSchema, type Recorder, type Recorders } from "./recorders";
export type { Rig, Used } from "./workshop";
export { PHOTO_LIMIT_BYTES, photoSchema, type Photo } from "./photo";
export { planSchema, type Plan } from "./plan";
export { recordedLayout } from "./recordedLayout";
export { roomSchema, type Room } from "./room";
export {
  CONSTRUCTIONS,
  COOLINGS,
  powerResistor,
  resistorsSchema,
  type ResistorRecord,
  type Resistors,
} from "./resistors";
export { builtRating, guardLimits } from "./guards";
export {
  PROBES,
  READINGS,
  ownRig,
  rigSchema,
  sharedRig,
  type Confirmation,
  type Guards,
  type NetworkChoice,
  type Readings,
  type RigSettings,
  type SharedRig,
} from "./rig";
export { filingSchema, labelsIn, type Filing } from "./filing";
export {
  ALL_OF_THE_SHELF,
  askedFor,
  isFiltered,
  KEPT_DAYS,
  SHELF_BOUNDS,
  SHELF_COLUMNS,
  SHELF_OUTCOMES,
  viewFrom,
  type Bounds,
  type ClaimCounts,
  type Passage,
  type Shelf,
  type ShelfBound,
  type ShelfClaim,
  type ShelfCounts,
  type ShelfFilter,
  type ShelfOrder,
  type ShelfOutcome,
  type ShelfPlace,
  type ShelfRow,
  type ShelfView,
  type WrittenPlace,
} from "./shelf";
export { isStated } from "./stated";
export { PAPER_LIMIT_BYTES, sheetSchema, type Sheet, type SheetPage } from "./sheet";
export { runAsCsv, runAsJson, runAsResponseText } from "./exportRun";
export {
  LOAD_KINDS,
  loadSchema,
  ohmsStdUncertainty,
  type BuiltNetwork,
  type Load,
  type LoadChannel,
  type LoadDraft,
  type LoadKind,
} from "./load";
export type { RunResult } from "./runResult";
export {
  NO_REMARKS,
  remarksSchema,
  stopJudgementSchema,
  strikeSchema,
  type Correctable,
  type Remarks,
} from "./remarks";
export {
  CONNECTIONS,
  NO_SETUP,
  printedAsSetup,
  setupSchema,
  OUTPUT_TERMINALS,
  WARMTHS,
  type Positions,
  type Setup,
} from "./setup";
export { DRIVEN_ADVICE, drivenIn, drivenTyped, MOST_DRIVEN, type Driven } from "./driven";
export {
  ANALYSIS_VERSION,
  conditionsInForce,
  correctableOf,
  isBridgedRun,
  DEFAULT_UPLOAD_LIMIT_BYTES,
  entryOf,
  RUN_LIMIT_BYTES,
  isRead,
  runSchema,
  takenRunSchema,
  type Run,
  type RunCapture,
  type RunConditions,
  type RunDraft,
  type RunEntry,
} from "./run";
export { outputsOn, placesPlayed, runConditions, type ConditionFacts } from "./runConditions";
export {
  MOST_REFUSED,
  NOTHING_UNDER_WAY,
  UNDER_WAY_LIMIT_BYTES,
  underWaySchema,
  type BenchJob,
  type RefusedRun,
  type UnderWay,
  type UnderWayShot,
} from "./underWay";
export { runEvidence } from "./evidence";
export {
  RULINGS,
  RATING_METHODS,
  type Overrule,
  type Ruling,
  type VerdictNotes,
} from "./verdictNotes";
export { optionalQuantity, quantity } from "./quantity";
export { newIdOf } from "./revision";
export {
  validated,
  type Conflict,
  type FieldErrors,
  type Refused,
  type Validated,
} from "./validated";
export {
  HAND_WORDS,
  HEAT_EVENTS,
  heatEventSchema,
  heatLogSchema,
  takenOnInstead,
  heatSchema,
  SPOT_PLACES,
  spotSchema,
  type Heat,
  type HeatEvent,
  type HeatEventKind,
  type HeatLog,
  type HeatReading,
  type HeatSpot,
  type SpotPlace,
} from "./heat";
export {
  PACKAGE_NAMES,
  readersCopy,
  REVIEW_DOCUMENTS,
  REVIEW_FILE,
  REVIEW_FORMAT,
  REVIEW_LIMIT_BYTES,
  REVIEW_VERSION,
  readReview,
  type Review,
} from "./reviewPackage";
export {
  packageDescriptor,
  reviewTables,
  type PackagedFile,
  type ReviewTable,
} from "./reviewTables";
export type { ReadShot, ReadWith } from "./readWith";
export { watchingSchema, type Watched, type WatchedFile, type Watching } from "./watching";
export type { ShelfColumns } from "./shelfColumns";
