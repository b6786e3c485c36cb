// core/verdict: every claim against all the evidence, with the uncertainty of both sides in mind.
export { channelLetter } from "./channelLetter";
export { plainSetting, settingOf } from "./conditions";
export { JUDGE_VERSION, judge } from "./judge";
export { combined, judgeReading } from "./judgeReading";
export {
  amountText,
  readingLimitText,
  marginText,
  quantityText,
  readingText,
  sureText,
  trueText,
} from "./readingText";
export { ratedWatts } from "./rated";
export {
  honestRating,
  ratingSchools,
  type HonestRating,
  type SchoolName,
  type SchoolReading,
} from "./schools";
export type {
  AmplifierFacts,
  BudgetLine,
  ClaimLimit,
  ClaimToJudge,
  ConditionMatch,
  Contradiction,
  Evidence,
  EvidenceChannel,
  EvidenceNote,
  EvidenceSource,
  ClaimFinding,
  ClaimOutcome,
  ClaimReading,
  ReadingQuantity,
  Settling,
  Verdict,
} from "./types";
