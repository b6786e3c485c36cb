// core/safety: cautions chosen by the facts.
export {
  cautionsFor,
  isConfirmed,
  unconfirmed,
  type SafetyCaution,
  type SafetyCautionCode,
  type Confirmed,
  type SafetyFacts,
} from "./cautions";
