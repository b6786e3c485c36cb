// bench/instruments: an instrument by its description, which is plain data and may be kept or sent to another thread.
import { success, type Outcome } from "@/core/outcome";
import type { TypedReadings } from "@/core/run";
import { audioInstrument } from "./audio/instrument";
import type { AudioLink } from "./audio/messages";
import type { AudioSetup } from "./audio/setup";
import type { Instrument } from "./contract";
import { filesInstrument, type RecordedFile } from "./files/instrument";
import { linkOf, type ServedAt } from "./network/httpLink";
import { networkInstrument } from "./network/instrument";
import type { NetworkLink } from "./network/link";
import type { MeterSet } from "./network/NetworkMeters";
import type { NetworkSetup } from "./network/setup";
import { withMeters } from "./network/withMeters";
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
  | { kind: "typed"; readings: readonly TypedReadings[] }
  /** The port is not data: it is handed over with the rest. */
  | {
      kind: "audio";
      setup: AudioSetup;
      link: AudioLink;
      /** Meters of the network that look on. */
      beside?: { meters: MeterSet; link: NetworkLink | ServedAt };
    }
  /** Over the server, or straight where there is none between. */
  | { kind: "network"; setup: NetworkSetup; link: NetworkLink | ServedAt };

const besideMeters = (
  instrument: Instrument,
  beside: Extract<InstrumentDescription, { kind: "audio" }>["beside"],
): Instrument => (beside ? withMeters(instrument, beside.meters, linkOf(beside.link)) : instrument);

/** @returns a finding that says what is wrong with the description */
export const instrumentOf = (described: InstrumentDescription): Outcome<Instrument> => {
  switch (described.kind) {
    case "simulated":
      return simulatedInstrument(described.amplifier, described.seed);
    case "files":
      return filesInstrument(described.files, described.mainsHz);
    case "typed":
      return success(typedInstrument(described.readings));
    case "audio":
      return success(
        besideMeters(audioInstrument(described.setup, described.link), described.beside),
      );
    case "network":
      return success(networkInstrument(described.setup, linkOf(described.link)));
  }
};
