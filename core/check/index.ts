// core/check: whether a recording holds what a reading takes, before it is read.
export { heldTopsAt, type Shape } from "./limitedTops";
export { checkNoise, type ExpectedNoise } from "./noiseAlone";
export { checkToneAtAnyLevel } from "./toneAtAnyLevel";
export { checkSteadyTone, type ExpectedTone } from "./steadyTone";
