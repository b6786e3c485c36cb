// core/safety: cautions chosen by the facts.
export {
  cautionsFor,
  isConfirmed,
  unconfirmed,
  type Caution,
  type CautionCode,
  type Confirmed,
  type SafetyFacts,
} from "./cautions";
