import type { StatedClaim } from "../../claim";
import { distortionQuestion } from "./distortion";
import {
  balanceQuestion,
  crosstalkQuestion,
  gainQuestion,
  headroomQuestion,
  noiseQuestion,
  sensitivityQuestion,
} from "./levels";
import {
  consumptionQuestion,
  dampingFactorQuestion,
  intermodulationQuestion,
  outputImpedanceQuestion,
} from "./others";
import { bridgedPowerQuestion, powerQuestion } from "./power";
import { powerBandwidthQuestion, responseQuestion, slewRateQuestion } from "./response";
import type { Question } from "./types";

/** Kinds that runs answer; a supply is a condition, and mass and size are typed. */
type Answered = Exclude<StatedClaim["kind"], "supply" | "mass" | "size">;

/** How each kind of claim is asked of the evidence. */
const QUESTIONS: { [Kind in Answered]: Question<Kind> } = {
  power: powerQuestion,
  "bridged-power": bridgedPowerQuestion,
  distortion: distortionQuestion,
  response: responseQuestion,
  noise: noiseQuestion,
  crosstalk: crosstalkQuestion,
  gain: gainQuestion,
  sensitivity: sensitivityQuestion,
  balance: balanceQuestion,
  headroom: headroomQuestion,
  "damping-factor": dampingFactorQuestion,
  "output-impedance": outputImpedanceQuestion,
  intermodulation: intermodulationQuestion,
  consumption: consumptionQuestion,
  "power-bandwidth": powerBandwidthQuestion,
  "slew-rate": slewRateQuestion,
};

/** The question of a claim's kind; null where no run answers it. */
export const questionOf = (kind: StatedClaim["kind"]): Question<StatedClaim["kind"]> | null =>
  kind in QUESTIONS ? (QUESTIONS[kind as Answered] as Question<StatedClaim["kind"]>) : null;

export { massReading, sizeReading } from "./others";
export type { Question } from "./types";
