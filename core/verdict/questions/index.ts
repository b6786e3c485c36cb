import type { StatedClaim } from "../../claim";
import { distortion } from "./distortion";
import { balance, crosstalk, gain, headroom, noise, sensitivity } from "./levels";
import { consumption, dampingFactor, intermodulation, outputImpedance } from "./others";
import { bridgedPower, power } from "./power";
import { powerBandwidth, response, slewRate } from "./response";
import type { Question } from "./types";

/** Kinds that runs answer; a supply is a condition, and mass and size are typed. */
type Answered = Exclude<StatedClaim["kind"], "supply" | "mass" | "size">;

/** How each kind of claim is asked of the evidence. */
const QUESTIONS: { [Kind in Answered]: Question<Kind> } = {
  power,
  "bridged-power": bridgedPower,
  distortion,
  response,
  noise,
  crosstalk,
  gain,
  sensitivity,
  balance,
  headroom,
  "damping-factor": dampingFactor,
  "output-impedance": outputImpedance,
  intermodulation,
  consumption,
  "power-bandwidth": powerBandwidth,
  "slew-rate": slewRate,
};

/** The question of a claim's kind; null where no run answers it. */
export const questionOf = (kind: StatedClaim["kind"]): Question<StatedClaim["kind"]> | null =>
  kind in QUESTIONS ? (QUESTIONS[kind as Answered] as Question<StatedClaim["kind"]>) : null;

export { massReading, sizeReading } from "./others";
export type { Question } from "./types";
