// store: what is kept between starts. One file a record kind; no arithmetic.
export {
  addAmplifier,
  changeAmplifier,
  deleteAmplifier,
  findAmplifier,
  listAmplifiers,
} from "./amplifiers";
export { captures, photos } from "./files";
export { UploadTooLarge, type HashedFiles } from "./hashedFiles";
export { addClaim, changeClaim, deleteClaim, listClaims } from "./claims";
export { DATABASE_FILE, dataFolder, openDatabase } from "./database";
export {
  findDocument,
  findWorkshopDocument,
  keepDocument,
  keepWorkshopDocument,
  referredPhotos,
} from "./documents";
export { savePhoto, type SavedPhoto } from "./photo";
export { addLoad, changeLoad, deleteLoad, listLoads } from "./loads";
export { addRun, findRun, keepRemarks, listRuns, referredCaptures } from "./runs";
