/** What an answer is: a line of text, or a block of bytes that begins with its length. */
export type AnswerForm = "line" | "block";

/** What came is no answer: nothing after it can be trusted until the connection is rebuilt. */
export class MalformedAnswer extends Error {}

/** @see ISO/IEC 646 */
const NEWLINE = 0x0a;
/** @see ISO/IEC 646 */
const RETURN = 0x0d;
/** A block begins with it. @see IEEE 488.2-1992, 8.7.9; from memory */
const HASH = 0x23;
/** @see ISO/IEC 646 */
const ZERO = 0x30;

/** Longer ones are no answers: whatever sends them would fill the memory. */
const MOST_LINE_BYTES = 65_536;
const MOST_BLOCK_BYTES = 256 * 2 ** 20;
/** Kept of bytes that come before a block's length is known. */
const HEADER_BYTES = 2;

/**
 * Puts together one answer from bytes as they arrive, in pieces of any size.
 * @see IEEE 488.2-1992, sections 8.5 (response message terminator) and 8.7.9 (definite length arbitrary block response data). From memory.
 */
export class AnswerReader {
  private readonly pieces: Uint8Array[] = [];
  private byteCount = 0;
  private head = new Uint8Array(0);
  /** Where the data of a block begins and how long it is; null until its header is here. */
  private block: { from: number; length: number } | null = null;
  private isOver = false;

  constructor(private readonly expected: AnswerForm) {}

  /** Whether the answer is here, with the newline that ends it. */
  get isWhole(): boolean {
    return this.isOver;
  }

  /** Bytes that have come so far. */
  get count(): number {
    return this.byteCount;
  }

  /** Takes what came. @throws {MalformedAnswer} as soon as it cannot become an answer */
  push(bytes: Uint8Array): void {
    if (bytes.length === 0) return;
    if (this.isOver) throw new MalformedAnswer("it sent data after the end of its response");
    this.pieces.push(bytes.slice());
    this.byteCount += bytes.length;
    if (this.expected === "line") this.pushLine(bytes);
    else this.pushBlock();
  }

  /** What was answered: the line without its end, or the data of the block. @throws {MalformedAnswer} before it is whole */
  take(): Uint8Array<ArrayBuffer> {
    if (!this.isOver) throw new MalformedAnswer("its response was cut off");
    const all = this.together();
    if (this.block) return all.slice(this.block.from, this.block.from + this.block.length);
    const end = all[all.length - 2] === RETURN ? all.length - 2 : all.length - 1;
    return all.slice(0, end);
  }

  private pushLine(bytes: Uint8Array): void {
    if (this.byteCount > MOST_LINE_BYTES)
      throw new MalformedAnswer(`it sent more than ${MOST_LINE_BYTES} bytes without a terminator`);
    const at = bytes.indexOf(NEWLINE);
    if (at < 0) return;
    if (at < bytes.length - 1) throw new MalformedAnswer("it sent two responses to one query");
    this.isOver = true;
  }

  private pushBlock(): void {
    this.block ??= this.readHeader();
    if (!this.block) return;
    const beyond = this.byteCount - this.block.from - this.block.length;
    if (beyond <= 0) return;
    const end = this.tail(beyond);
    const isEnd = end[beyond - 1] === NEWLINE && (beyond === 1 || end[0] === RETURN);
    // A return alone may still be followed by its newline.
    if (beyond === 1 && end[0] === RETURN) return;
    if (beyond > 2 || !isEnd) throw new MalformedAnswer("its block is longer than announced");
    this.isOver = true;
  }

  /** The length that a block says of itself; null while too little of it is here. */
  private readHeader(): { from: number; length: number } | null {
    this.head = this.firstBytes(HEADER_BYTES + 9);
    if (this.head[0] !== HASH)
      throw new MalformedAnswer("it sent text where a block of samples was expected");
    if (this.head.length < HEADER_BYTES) return null;
    const digitCount = this.head[1] - ZERO;
    if (digitCount === 0)
      throw new MalformedAnswer("its block has no length, which a network connection needs");
    if (!(digitCount >= 1 && digitCount <= 9))
      throw new MalformedAnswer("its block has no valid header");
    if (this.head.length < HEADER_BYTES + digitCount) return null;
    const digits = this.head.subarray(HEADER_BYTES, HEADER_BYTES + digitCount);
    if (digits.some((byte) => byte < ZERO || byte > ZERO + 9))
      throw new MalformedAnswer("its block has no valid header");
    const length = digits.reduce((sum, byte) => 10 * sum + byte - ZERO, 0);
    if (length > MOST_BLOCK_BYTES)
      throw new MalformedAnswer(`its block would be ${length} bytes, more than the limit`);
    return { from: HEADER_BYTES + digitCount, length };
  }

  private firstBytes(count: number): Uint8Array<ArrayBuffer> {
    const first = new Uint8Array(Math.min(count, this.byteCount));
    let at = 0;
    for (const piece of this.pieces) {
      if (at === first.length) break;
      const part = piece.subarray(0, first.length - at);
      first.set(part, at);
      at += part.length;
    }
    return first;
  }

  /** The last bytes; what ends an answer may come in two pieces. */
  private tail(count: number): Uint8Array {
    const last = this.pieces[this.pieces.length - 1];
    return last.length >= count
      ? last.subarray(last.length - count)
      : this.together().slice(-count);
  }

  private together(): Uint8Array<ArrayBuffer> {
    const all = new Uint8Array(this.byteCount);
    let at = 0;
    for (const piece of this.pieces) {
      all.set(piece, at);
      at += piece.length;
    }
    return all;
  }
}
