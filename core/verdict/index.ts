// core/verdict: a claim against its evidence, with the uncertainty of both sides in mind.
export { channelLetter } from "./channelLetter";
export { judgePowerClaim, LOAD_TOLERANCE_RATIO } from "./judgePowerClaim";
export type { Measured, PowerEvidence, Verdict, VerdictStatus } from "./types";
