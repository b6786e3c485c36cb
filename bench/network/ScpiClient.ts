import type { Outcome } from "@/core/outcome";
import {
  answerItems,
  blockHeader,
  filled,
  parseAnswerNumber,
  readCommand,
  ROLE_FACTS,
  sentNumber,
  shortened,
} from "@/core/scpi";
import { InstrumentFault } from "../contract";
import { LinkFault, type Exchange, type NetworkInstrument, type NetworkTurn } from "./link";

/** Most answers come within milliseconds; what is slower than this is not at work. */
const ANSWER_MS = 2000;
/** A block takes its time: so many bytes a millisecond at least, over a slow line. */
const BYTES_A_MILLISECOND = 100;
/** Instruments keep no more in their queue; one that never says "no error" would be asked for ever. */
const MOST_ERRORS = 16;
/** Some say nothing to a question that they do not know, and only put it in their queue. */
const AFTER_SILENCE_MS = 500;

type Values = Readonly<Record<string, number>>;

/** Speaks to one instrument in the words of its profile, and reads its queue of errors after each step. */
export class ScpiClient {
  constructor(
    private readonly turn: NetworkTurn,
    readonly instrument: NetworkInstrument,
  ) {}

  get name(): string {
    return this.instrument.name;
  }

  /**
   * Asks who it is: an address may have been given to another instrument meanwhile.
   * @throws {InstrumentFault} where it is another one than when it was asked first
   * @see IEEE 488.2-1992, section 10.14 (*IDN?). From memory.
   */
  async identify(): Promise<void> {
    const bytes = await this.exchange({ text: "*IDN?", answer: "line", timeoutMs: ANSWER_MS });
    const said = new TextDecoder("latin1").decode(bytes).trim();
    if (said !== this.instrument.identity)
      throw this.fault(
        `“${shortened(said)}” responds at its address, where “${shortened(this.instrument.identity)}” did before. Check its address on the Rig and test the connection there.`,
      );
  }

  /** A number that is known of it. */
  number(name: string): number {
    return this.instrument.profile.numbers[name];
  }

  has(command: string): boolean {
    return (this.instrument.profile.commands[command] ?? "").trim() !== "";
  }

  /** Says it, and looks whether it was taken; what the instrument does not have is left out. @throws {InstrumentFault} */
  async say(command: string, values: Values = {}, data?: Uint8Array<ArrayBuffer>): Promise<void> {
    if (!this.has(command)) return;
    const texts = textsOf(values);
    for (const line of this.read(command).lines) {
      const [text, rest] = filled(line, texts).split("{block}");
      await this.exchange(
        rest === undefined || !data
          ? { text, answer: null, timeoutMs: ANSWER_MS }
          : {
              text: text + blockHeader(data.length),
              data,
              answer: null,
              timeoutMs: ANSWER_MS,
            },
      );
    }
    await this.checkErrors(command, data ? data.length / BYTES_A_MILLISECOND : 0);
  }

  /** Asks for one number. @throws {InstrumentFault} */
  async ask(command: string, values: Values = {}): Promise<number> {
    const [value] = await this.askAll(command, values);
    return value;
  }

  /** Asks for all numbers that the role uses of the answer. @throws {InstrumentFault} */
  async askAll(command: string, values: Values = {}): Promise<number[]> {
    const { picks } = this.read(command);
    const { items } = ROLE_FACTS[this.instrument.profile.role].commands[command];
    const answered = answerItems(await this.line(command, values));
    const wanted = picks.length > 0 ? picks : Array.from({ length: items }, (_, k) => k + 1);
    return wanted.map((item) => {
      if (item > answered.length)
        throw this.fault(
          `its response to “${this.shown(command)}” has ${answered.length} ${answered.length === 1 ? "item" : "items"}, but item ${item} is expected. Compare it with its manual under “Try it”.`,
        );
      return this.valueOf(parseAnswerNumber(answered[item - 1], this.name));
    });
  }

  /** Asks for a block of bytes. @param expectedBytes decides how long it may take @throws {InstrumentFault} */
  async block(
    command: string,
    values: Values,
    expectedBytes: number,
  ): Promise<Uint8Array<ArrayBuffer>> {
    const block = await this.question(command, values, {
      answer: "block",
      timeoutMs: ANSWER_MS + expectedBytes / BYTES_A_MILLISECOND,
    });
    await this.checkErrors(command);
    return block;
  }

  /** Reads its queue until it is empty. @throws {InstrumentFault} with the first that was in it */
  async checkErrors(after: string, extraMs = 0): Promise<void> {
    const errors = await this.errors(ANSWER_MS + extraMs);
    if (errors.length > 0)
      throw this.fault(
        `after “${this.shown(after)}” it reports ${errors[0]}. Compare the command with its manual under “Try it”.`,
      );
  }

  /** The value of an outcome. @throws {InstrumentFault} with its finding where there is none */
  valueOf<T>(outcome: Outcome<T>): T {
    if (outcome.ok) return outcome.value;
    throw new InstrumentFault(outcome.finding);
  }

  fault(advice: string): InstrumentFault {
    return new InstrumentFault({ code: "instrument-fault", where: this.name, advice });
  }

  /** @see SCPI-99, volume 2, chapter 21 (SYSTem:ERRor), 0 stands for no error. From memory. */
  private async errors(timeoutMs: number): Promise<string[]> {
    const found: string[] = [];
    if (!this.has("nextError")) return found;
    while (found.length < MOST_ERRORS) {
      const [number, words = ""] = answerItems(await this.line("nextError", {}, timeoutMs));
      const code = this.valueOf(parseAnswerNumber(number, this.name));
      if (code === 0) break;
      found.push(words ? `${code}, “${shortened(words)}”` : String(code));
    }
    return found;
  }

  private async line(command: string, values: Values, timeoutMs = ANSWER_MS): Promise<string> {
    const bytes = await this.question(command, values, { answer: "line", timeoutMs });
    return new TextDecoder("latin1").decode(bytes);
  }

  /** Says all lines of a command but the last, which is a question. */
  private async question(
    command: string,
    values: Values,
    expected: Pick<Exchange, "answer" | "timeoutMs">,
  ): Promise<Uint8Array<ArrayBuffer>> {
    const texts = textsOf(values);
    const lines = this.read(command).lines.map((line) => filled(line, texts));
    for (const text of lines.slice(0, -1))
      await this.exchange({ text, answer: null, timeoutMs: ANSWER_MS });
    try {
      return await this.exchange({ text: lines[lines.length - 1], ...expected });
    } catch (error) {
      throw await this.explained(error, command);
    }
  }

  /** Silence is often a question that it does not know: its queue tells. */
  private async explained(error: unknown, command: string): Promise<unknown> {
    if (!(error instanceof InstrumentFault) || command === "nextError" || !this.has("nextError"))
      return error;
    if (!(error.cause instanceof LinkFault) || error.cause.code !== "timed-out") return error;
    const errors = await this.errors(AFTER_SILENCE_MS).catch(() => []);
    return errors.length > 0
      ? this.fault(
          `it did not respond to “${this.shown(command)}” and reports ${errors[0]}. Compare the query with its manual under “Try it”.`,
        )
      : error;
  }

  private async exchange(exchange: Exchange): Promise<Uint8Array<ArrayBuffer>> {
    try {
      return await this.turn.exchange(this.instrument.id, exchange);
    } catch (error) {
      if (!(error instanceof LinkFault)) throw error;
      const fault = this.fault(error.message);
      fault.cause = error;
      throw fault;
    }
  }

  private read(command: string) {
    return readCommand(this.instrument.profile.commands[command] ?? "");
  }

  private shown(command: string): string {
    const { lines } = this.read(command);
    return shortened(lines[lines.length - 1] ?? command);
  }
}

const textsOf = (values: Values): Record<string, string> =>
  Object.fromEntries(Object.entries(values).map(([name, value]) => [name, sentNumber(value)]));
