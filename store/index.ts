// store: what is kept between starts. One file a record kind; no arithmetic.
export { addAmplifier, changeAmplifier, deleteAmplifier, findAmplifier, listAmplifiers } from "./amplifiers";
export { capturePath, clearUnusedCaptures, hasCapture, saveCapture, UploadTooLarge } from "./captureFiles";
export { addClaim, changeClaim, deleteClaim, listClaims } from "./claims";
export { DATABASE_FILE, dataFolder, openDatabase } from "./database";
export { addLoad, changeLoad, deleteLoad, listLoads } from "./loads";
export { addRun, deleteRun, findRun, listRuns, referredCaptures } from "./runs";
