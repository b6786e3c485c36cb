// core/scpi: how instruments on a network are spoken to: the standards' values, blocks and errors, and profiles for what differs.
export { AnswerReader, MalformedAnswer, type AnswerForm } from "./AnswerReader";
export { GENERIC_PROFILES } from "./generic";
export { isStandIn, STAND_IN } from "./identity";
export {
  checkProfile,
  commandMistake,
  filled,
  NETWORK_ROLES,
  MOST_COMMAND_CHARACTERS,
  profileMistakes,
  readCommand,
  ROLE_FACTS,
  type InstrumentProfile,
  type NetworkRole,
} from "./profile";
export { packedWave, SAMPLE_FORMATS, samplesInVolts, type SampleFormat } from "./samples";
export { answerItems, blockHeader, parseAnswerNumber, sentNumber, shortened } from "./values";
