// core/files: what comes in from elsewhere: scope records, responses as text, and which run a recording was made for.
export { guessKind, type KindGuess } from "./guessKind";
export { isResponseText, readResponseText } from "./responseText";
export { readScopeRecord, type ScopeRecord } from "./scopeRecord";
export { readTable, type Table } from "./table";
