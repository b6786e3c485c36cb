// core/multitone: what lies between many tones.
export { analyseMultitone, type MultitoneReading } from "./analyseMultitone";
