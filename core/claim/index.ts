// core/claim: published claims as typed conditions, and in words.
export { claimText, drivenText, limitText, measureText } from "./claimText";
export type { PowerClaim } from "./types";
