// bench/instruments: an instrument by its description, which is plain data and may be kept or sent to another thread.
import { success, type Outcome } from "@/core/outcome";
import type { TypedReadings } from "@/core/run";
import type { Instrument } from "./contract";
import { filesInstrument, type RecordedFile } from "./files/instrument";
import { simulatedInstrument } from "./simulated";
import { typedInstrument } from "./typed/instrument";

export type { RecordedFile } from "./files/instrument";

/** Which instrument. A new one is one more line here and one more below. */
export type InstrumentDescription =
  | {
      kind: "simulated";
      /** As the rig's schema has it; it is checked before anything plays. */
      amplifier: object;
      seed: number;
    }
  | { kind: "files"; files: readonly RecordedFile[]; mainsHz: number }
  | { kind: "typed"; readings: readonly TypedReadings[] };

/** @returns a finding that says what is wrong with the description */
export const instrumentOf = (described: InstrumentDescription): Outcome<Instrument> => {
  switch (described.kind) {
    case "simulated":
      return simulatedInstrument(described.amplifier, described.seed);
    case "files":
      return filesInstrument(described.files, described.mainsHz);
    case "typed":
      return success(typedInstrument(described.readings));
  }
};
