// bench/instruments: an instrument by its description, which is plain data and may be kept or sent to another thread.
import type { Outcome } from "@/core/outcome";
import type { Instrument } from "./contract";
import { simulatedInstrument } from "./simulated";

/** Which instrument. A new one is one more line here and one more below. */
export type InstrumentDescription = {
  kind: "simulated";
  /** As the rig's schema has it; it is checked before anything plays. */
  amplifier: object;
  seed: number;
};

/** @returns a finding that says what is wrong with the description */
export const instrumentOf = ({ amplifier, seed }: InstrumentDescription): Outcome<Instrument> =>
  simulatedInstrument(amplifier, seed);
