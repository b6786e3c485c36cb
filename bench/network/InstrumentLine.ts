import { AnswerReader, MalformedAnswer } from "@/core/scpi";
import { LinkFault, type Exchange } from "./link";

/** Bytes both ways, as a network carries them: in pieces of any size. */
export type ByteStream = {
  send(bytes: Uint8Array): void;
  /** Says who hears what comes, and that nothing comes any more. */
  listen(listener: { onBytes(bytes: Uint8Array): void; onClosed(): void }): void;
  close(): void;
};

const NEWLINE = "\n";

type Waiting = {
  reader: AnswerReader;
  done(bytes: Uint8Array<ArrayBuffer>): void;
  fail(fault: LinkFault): void;
};

/**
 * The line to one instrument: one exchange after another, each with its time. After an answer that failed the connection is rebuilt, so
 * that what comes late is never taken for the answer to the next question.
 */
export class InstrumentLine {
  private stream: ByteStream | null = null;
  private waiting: Waiting | null = null;
  private queue: Promise<unknown> = Promise.resolve();
  private isStale = false;

  constructor(private readonly open: () => Promise<ByteStream>) {}

  /**
   * @param check is asked just before anything is said: what was wanted when it was asked for may not be any more
   * @throws {LinkFault} also what the check throws
   */
  exchange(exchange: Exchange, check: () => void = () => {}): Promise<Uint8Array<ArrayBuffer>> {
    const next = this.queue.then(() => this.run(exchange, check));
    this.queue = next.catch(() => {});
    return next;
  }

  /** Says something past whatever is waited for, as it is said when an output must go off. @returns whether there was a connection to say it on */
  sayNow(lines: readonly string[]): boolean {
    if (!this.stream) return false;
    // What is half sent before is ended by the first newline.
    this.stream.send(encode(NEWLINE + lines.join(NEWLINE) + NEWLINE));
    return true;
  }

  close(): void {
    this.waiting?.fail(new LinkFault("closed", "the connection to it was closed."));
    this.drop();
  }

  private async run(
    { text, data, answer, timeoutMs }: Exchange,
    check: () => void,
  ): Promise<Uint8Array<ArrayBuffer>> {
    if (this.isStale) this.drop();
    const stream = this.stream ?? (await this.opened());
    check();
    stream.send(encode(data ? text : text + NEWLINE));
    if (data) {
      stream.send(data);
      stream.send(encode(NEWLINE));
    }
    return answer === null ? new Uint8Array(0) : this.heard(new AnswerReader(answer), timeoutMs);
  }

  private heard(reader: AnswerReader, timeoutMs: number): Promise<Uint8Array<ArrayBuffer>> {
    return new Promise((resolve, reject) => {
      const seconds = timeoutMs / 1000;
      let timer: ReturnType<typeof setTimeout> | undefined = undefined;
      const over = (): void => {
        clearTimeout(timer);
        this.waiting = null;
      };
      const fail = (fault: LinkFault): void => {
        over();
        this.drop();
        reject(fault);
      };
      this.waiting = {
        reader,
        fail,
        done: (bytes) => {
          over();
          resolve(bytes);
        },
      };
      timer = setTimeout(
        () =>
          fail(
            new LinkFault(
              "timed-out",
              reader.count === 0
                ? `it did not respond within ${seconds} s. Check that it is on and that no other program is using it.`
                : `its response was incomplete: ${reader.count} bytes within ${seconds} s. It was discarded; try again.`,
            ),
          ),
        timeoutMs,
      );
    });
  }

  private async opened(): Promise<ByteStream> {
    const stream = await this.open();
    this.stream = stream;
    this.isStale = false;
    stream.listen({
      onBytes: (bytes) => {
        if (this.stream === stream) this.take(bytes);
      },
      onClosed: () => {
        if (this.stream !== stream) return;
        this.stream = null;
        this.waiting?.fail(
          new LinkFault(
            "closed",
            this.waiting.reader.count === 0
              ? "it closed the connection without a response. Another program may be using it."
              : "it closed the connection during its response, which was discarded. Try again.",
          ),
        );
      },
    });
    return stream;
  }

  private take(bytes: Uint8Array): void {
    const { waiting } = this;
    if (!waiting) {
      // Nobody asked: whatever it is, it must not become the answer to the next question.
      this.isStale = true;
      return;
    }
    try {
      waiting.reader.push(bytes);
      if (waiting.reader.isWhole) waiting.done(waiting.reader.take());
    } catch (error) {
      if (!(error instanceof MalformedAnswer)) throw error;
      waiting.fail(new LinkFault("malformed", `${error.message}. The response was discarded.`));
    }
  }

  private drop(): void {
    this.stream?.close();
    this.stream = null;
    this.isStale = false;
  }
}

const encode = (text: string): Uint8Array => new TextEncoder().encode(text);
