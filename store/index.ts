// store: what is kept between starts. One file a record kind; no arithmetic.
export {
  addAmplifier,
  bringBackAmplifier,
  changeAmplifier,
  deleteAmplifier,
  findAmplifier,
  findAnyAmplifier,
  listAmplifiers,
  removeAmplifier,
  removeLongDeleted,
} from "./amplifiers";
export {
  addUploaded,
  backupFacts,
  backUpDaily,
  checkBackup,
  copyDatabase,
  listBackups,
  makeBackup,
  NotRestorable,
  restoreBackup,
} from "./backups";
export { addClaim, changeClaim, deleteClaim, listClaims } from "./claims";
export { openDatabase } from "./database";
export {
  findDocument,
  keepDocument,
  keepWorkshopDocument,
  readDocument,
  readWorkshopDocument,
} from "./documents";
export { captures, databaseFile, dataFolder, papers, photos } from "./files";
export { FolderInUse, lockFolder } from "./folderLock";
export { hashedFiles, UploadTooLarge, type HashedFiles } from "./hashedFiles";
export {
  addLoad,
  changeLoad,
  deleteLoad,
  lastAtTheBench,
  leaveLoad,
  listLoads,
  readLoads,
  takeLoad,
  usersOfLoad,
} from "./loads";
export { addLogEntries, addLogEntry, listLog, strikeLogEntry } from "./log";
export { ownerOf } from "./owner";
export { clearPassing, passingFolder } from "./passing";
export { savePhoto, type SavedPhoto } from "./photo";
export { openReadOnly, whyReadOnly, type ReadOnly } from "./readOnly";
export { deleteRig, lastRig, listRigs, takeRig, usersOfRig } from "./rigs";
export { clearUnusedFiles, referredFiles } from "./referred";
export type { Changed } from "./revised";
export { addReview, isReviewThere, type AddedReview } from "./reviews";
export {
  addRun,
  findRun,
  findRuns,
  correctRuns,
  keepRemarks,
  listRunEntries,
  type AddedRun,
} from "./runs";
export {
  countJudged,
  findWritten,
  listLabels,
  shelfCounts,
  shelfPage,
  type ShelfEntry,
} from "./shelf";
export { outdateEntries, refreshShelf } from "./shelfEntries";
export {
  evidenceRevision,
  findSummaries,
  lastSummary,
  keepSummary,
  unsummarised,
  type Summary,
} from "./summaries";
export { keepUnderWay } from "./underWay";
export { workshopUsers } from "./workshopUsers";
export { StoreTrouble, troubleOf, type TroubleKind } from "./trouble";
