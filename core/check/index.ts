// core/check: whether a recording holds what a reading takes, before it is read.
export { checkSteadyTone, type ExpectedTone } from "./steadyTone";
