// core/files: what comes in from elsewhere: scope records, responses as text, and which run a recording was made for.
export { guessKind, type KindGuess } from "./guessKind";
export { decodeText } from "./decodeText";
export { isMainsLog, readMainsLog, type MainsLog } from "./mainsLog";
export { isResponseText, readResponseText } from "./responseText";
export { readScopeRecord, type ScopeGiven, type ScopeRecord } from "./scopeRecord";
export { rateQuestion, toneAtRate, type RateQuestion } from "./rateQuestion";
export { asStimulusNote, stimulusNote, type StimulusNote } from "./stimulusNote";
export { asRecordingNote, recordingNote, type RecordingNote } from "./recordingNote";
export { readTable } from "./table";
export {
  isTemperatureLog,
  readTemperatureLog,
  type ProbeLog,
  type TemperatureLog,
} from "./temperatureLog";
