import { blockHeader } from "@/core/scpi";
import type { ByteStream } from "../InstrumentLine";
import { runCommand, ScpiError, type Command } from "./commands";
import { MessageReader, type ProgramMessage } from "./MessageReader";

/** What goes wrong with a stand-in. */
export const STAND_IN_FAULTS = [
  "none",
  "slow",
  "cut-off",
  "closes",
  "wrong-scale",
  "dead",
  "talkative",
] as const;
export type StandInFault = (typeof STAND_IN_FAULTS)[number];

const MOST_ERRORS = 20;

/** How a stand-in begins: who it says that it is, and what goes wrong. */
export type StandInOptions = { fault: StandInFault; slowMs: number };

/** An instrument that needs no hardware: it takes what the standards say, keeps a queue of errors, and answers. */
export class StandIn {
  private readonly errors: ScpiError[] = [];
  private readonly commands: readonly Command[];

  constructor(
    readonly identity: string,
    commands: readonly Command[],
    private readonly options: StandInOptions,
    private readonly onReset: () => void = () => {},
  ) {
    this.commands = [
      ["*IDN?", () => this.identity],
      ["*CLS", () => void this.errors.splice(0)],
      ["*RST", () => this.onReset()],
      ["SYSTem:ERRor[:NEXT]?", () => this.nextError()],
      ...commands,
    ];
  }

  /** A connection of its own, as the network would make one: what is sent comes in order, and is answered in order. */
  connect(): ByteStream {
    const reader = new MessageReader();
    let listener: Parameters<ByteStream["listen"]>[0] | null = null;
    let isOpen = true;
    let turn: Promise<void> = Promise.resolve();
    const close = (): void => {
      if (!isOpen) return;
      isOpen = false;
      listener?.onClosed();
    };
    return {
      send: (bytes) => {
        if (!isOpen) return;
        for (const message of reader.push(bytes))
          turn = turn.then(async () => {
            const answered = await this.answer(message);
            if (!isOpen || !answered) return;
            listener?.onBytes(answered);
            if (this.options.fault === "closes" && answered.length > LONG_ANSWER_BYTES) close();
          });
      },
      listen: (next) => {
        listener = next;
      },
      close: () => {
        isOpen = false;
      },
    };
  }

  private async answer({ text, block }: ProgramMessage): Promise<Uint8Array | null> {
    const { fault, slowMs } = this.options;
    if (fault === "dead" || text === "") return null;
    try {
      const reply = await runCommand(this.commands, text, block);
      if (reply === undefined) return null;
      if (fault === "slow") await new Promise((resolve) => setTimeout(resolve, slowMs));
      return this.spoilt(
        typeof reply === "string"
          ? new TextEncoder().encode(`${reply}\n`)
          : together(new TextEncoder().encode(blockHeader(reply.length)), reply, NEWLINE),
      );
    } catch (error) {
      if (!(error instanceof ScpiError)) throw error;
      if (this.errors.length < MOST_ERRORS) this.errors.push(error);
      return null;
    }
  }

  private spoilt(answer: Uint8Array): Uint8Array {
    const { fault } = this.options;
    const isLong = answer.length > LONG_ANSWER_BYTES;
    if ((fault === "cut-off" || fault === "closes") && isLong)
      return answer.subarray(0, Math.floor(answer.length / 2));
    return fault === "talkative" ? together(answer, answer) : answer;
  }

  private nextError(): string {
    const error = this.errors.shift();
    return error ? `${error.code},"${error.message}"` : '0,"No error"';
  }
}

/** Answers that are cut off are blocks: shorter ones are in one piece. */
const LONG_ANSWER_BYTES = 200;
const NEWLINE = new Uint8Array([0x0a]);

const together = (...parts: readonly Uint8Array[]): Uint8Array => {
  const all = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
};
