// bench/simulated: the bench that ships with the program, in place of outside devices. See README.md.
export { EXAMPLE_RIGS, type ExampleName } from "./examples";
export type { SimulatedLoad, ResistorPart, SpeakerPart } from "./load/types";
export { coldOhms, resistor, speaker } from "./load/types";
export { benchOf, type ConnectedBench } from "./benchOf";
export { driveToLimit } from "./driveToLimit";
export { simulatedFacts } from "./facts";
export { simulatedInstrument } from "./instrument";
export { onLoads, record, switchOn, type BenchLog, type SimulatedRequest } from "./record";
export { checkRig } from "./rig/checkRig";
export { simulatedPanel } from "./panel";
export { PLAIN_PARTS, STAGE_FIELDS, SUPPLY_FIELDS, type SimulatedRig } from "./rig/rig";
export { rigJsonSchema } from "./rig/rigSchema";
export { soak } from "./soak";
export { trySupply } from "./supply/alone";
export type { SessionEvent, SessionState } from "./session";
