// core/verdict: every claim against all the evidence, with the uncertainty of both sides in mind.
export { channelLetter } from "./channelLetter";
export { AS_SUPPLIED, connectionOf, isAsSupplied, plainSetting, settingOf } from "./conditions";
export { JUDGE_VERSION, judge } from "./judge";
export { combined, judgeReading } from "./judgeReading";
export { ratedWatts } from "./rated";
export {
  ratingsByMethod,
  recommendedRating,
  type MethodReading,
  type RatingMethodName,
  type RecommendedRating,
} from "./ratingMethods";
export type {
  AmplifierFacts,
  BudgetLine,
  BudgetSource,
  ClaimLimit,
  ClaimToJudge,
  ConditionMatch,
  Connection,
  Contradiction,
  Decision,
  Evidence,
  EvidenceChannel,
  EvidenceNote,
  EvidenceReason,
  EvidenceSource,
  ClaimFinding,
  ClaimOutcome,
  ClaimReading,
  Improvement,
  MadeFor,
  ReadingNote,
  ReadingPlace,
  ReadingQuantity,
  RunDifference,
  Settling,
  SettlingRun,
  SoftenedBy,
  Verdict,
} from "./types";
