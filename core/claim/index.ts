// core/claim: published claims as typed conditions, in words, and read from a specification.
export { claimText, drivenText, limitText, measureText } from "./claimText";
export { completedClaim, isOpenCondition, type FilledIn } from "./completed";
export { claimedWatts } from "./claimedWatts";
export { CHANNELS_GAP } from "./gaps";
export { isPerChannel, multiplierIn } from "./readLine";
export type { PrintedSetup } from "./printedSetup";
export { readClaims, testablePower } from "./readClaims";
export { statedText } from "./statedText";
export type { PowerClaim, PowerLimit, ReadClaim, StatedClaim, UnreadLine } from "./types";
