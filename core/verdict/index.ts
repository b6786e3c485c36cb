// core/verdict: a claim against its evidence, with the uncertainty of both sides in mind.
export { channelLetter } from "./channelLetter";
export {
  judgeLimit,
  judgeResponse,
  worstOf,
  limitOf,
  type ClaimLimit,
  type LimitStatus,
} from "./judgeLimit";
export { evidenceAt, JUDGE_VERSION, judgePowerClaim } from "./judgePowerClaim";
export { ratingSchools, type OtherEvidence, type SchoolReading } from "./ratingSchools";
export type { Measured, PowerEvidence, Verdict, VerdictStatus } from "./types";
