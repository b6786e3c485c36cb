import type { AnswerForm, InstrumentProfile } from "@/core/scpi";

/** One thing that is said to an instrument, and what it is to answer. */
export type Exchange = {
  /** Plain letters, without the newline that ends it. */
  text: string;
  /** Follows the text as it is: a waveform. */
  data?: Uint8Array<ArrayBuffer>;
  /** null where nothing is answered. */
  answer: AnswerForm | null;
  timeoutMs: number;
};

/** Why an instrument cannot be spoken to. */
export type LinkFaultCode =
  "unreachable" | "timed-out" | "closed" | "malformed" | "muted" | "lapsed" | "taken" | "unknown";

/** The way to an instrument failed; its words say what was found and what to do. */
export class LinkFault extends Error {
  constructor(
    readonly code: LinkFaultCode,
    message: string,
  ) {
    super(message);
  }
}

/** Instruments that are held for one measurement: nobody else tests them meanwhile. */
export type NetworkTurn = {
  /** @returns what was answered, empty where nothing was asked @throws {LinkFault} */
  exchange(id: string, exchange: Exchange): Promise<Uint8Array<ArrayBuffer>>;
  /** Says that whoever holds them is still there, where nothing is to be said to any of them. @throws {LinkFault} where the turn is over */
  renew(): Promise<void>;
  /** Turns every output off that may be on, and lets go. */
  end(): Promise<void>;
};

/** The way to the instruments of the network, and the time that passes at the bench. */
export type NetworkLink = {
  /** @throws {LinkFault} where one is held already, or unknown */
  begin(ids: readonly string[]): Promise<NetworkTurn>;
  /** Seconds, from any beginning. */
  now(): number;
  wait(seconds: number): Promise<void>;
};

/** An instrument of the workshop, and how it is spoken to. Where it is reached, only the way to it knows. */
export type NetworkInstrument = {
  id: string;
  name: string;
  /** What it said of itself when it was asked first. */
  identity: string;
  profile: InstrumentProfile;
};
