// core/safety: cautions chosen by the facts.
export { cautionsFor, unconfirmed, type Caution, type CautionCode, type SafetyFacts } from "./cautions";
