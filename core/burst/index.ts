// core/burst: tone bursts cycle by cycle, and how long power can be held.
export { analyseBursts } from "./analyseBursts";
export {
  fitStayingPower,
  headroomRatio,
  heldPowers,
  type HeldPower,
  type StayingPower,
} from "./stayingPower";
export type { Burst, BurstCycle, BurstReading } from "./types";
