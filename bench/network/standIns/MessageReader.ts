/** One program message: its text, and the bytes of a block that stood in it. */
export type ProgramMessage = { text: string; block: Uint8Array | null };

const NEWLINE = 0x0a;

/**
 * Parts what is sent to an instrument into messages; a definite-length block inside one may hold newlines of its own.
 * @see IEEE 488.2-1992, sections 7.5 (program message terminator) and 7.7.6 (arbitrary block). From memory.
 */
export class MessageReader {
  private bytes = new Uint8Array(0);

  push(more: Uint8Array): ProgramMessage[] {
    const all = new Uint8Array(this.bytes.length + more.length);
    all.set(this.bytes);
    all.set(more, this.bytes.length);
    this.bytes = all;
    const messages: ProgramMessage[] = [];
    for (let next = this.next(); next; next = this.next()) messages.push(next);
    return messages;
  }

  private next(): ProgramMessage | null {
    const { bytes } = this;
    const end = bytes.indexOf(NEWLINE);
    const hash = bytes.indexOf("#".charCodeAt(0));
    if (hash < 0 || (end >= 0 && end < hash)) return end < 0 ? null : this.taken(end, null);
    const digits = Number(String.fromCharCode(bytes[hash + 1] ?? 0));
    const from = hash + 2 + digits;
    if (bytes.length < from) return null;
    const length = Number(textOf(bytes.subarray(hash + 2, from)));
    if (bytes.length <= from + length) return null;
    const text = textOf(bytes.subarray(0, hash));
    const block = bytes.slice(from, from + length);
    const rest = bytes.indexOf(NEWLINE, from + length);
    this.bytes = bytes.slice(rest < 0 ? from + length : rest + 1);
    return { text, block };
  }

  private taken(end: number, block: Uint8Array | null): ProgramMessage {
    const text = textOf(this.bytes.subarray(0, end)).trim();
    this.bytes = this.bytes.slice(end + 1);
    return { text, block };
  }
}

const textOf = (bytes: Uint8Array): string => new TextDecoder("latin1").decode(bytes);
