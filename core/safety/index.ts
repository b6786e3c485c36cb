// core/safety: cautions chosen by the facts.
export { cautionsFor, type Caution, type SafetyFacts } from "./cautions";
