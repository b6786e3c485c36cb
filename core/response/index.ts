// core/response: magnitude and phase against frequency, from stepped sines or one sweep, and the figures drawn from it.
export {
  cornerFrequencies,
  deviationInBand,
  ratioAt,
  responseSummary,
  type Deviation,
} from "./flatness";
export { frequenciesAtBends } from "./bends";
export { ownResponse, withoutOwn } from "./ownResponse";
export { findFrequencySteps, glides } from "./findFrequencySteps";
export { steppedResponse, type ResponseReference } from "./steppedResponse";
export {
  sweepResponse,
  unwrappedPhases,
  type SweepResponse,
  type SweepResponseOptions,
} from "./sweepResponse";
export { thirdOctaveLevels, thirdOctaveMids, type ThirdOctave } from "./thirdOctaves";
export type { Response, ResponsePoint } from "./types";
