/** The name of the chunk that a note lies in. */
const NAME = "rmbk";
/** A longer note is not one of this program. */
const MOST_BYTES = 64 * 1024;
const HEADER_BYTES = 8;

const textOf = (bytes: Uint8Array, at: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + 4));

/**
 * A note as a chunk that goes behind the samples of a WAV file; programs that do not know it pass over it.
 * @param note plain data, up to 64 kB as JSON
 * @throws {RangeError} when it is longer
 * @see Multimedia Programming Interface and Data Specifications 1.0, 1991 (RIFF chunks); from memory
 */
const noteChunk = (note: object): Uint8Array<ArrayBuffer> => {
  const json = new TextEncoder().encode(JSON.stringify(note));
  if (json.length > MOST_BYTES) throw new RangeError(`a note of ${json.length} bytes is too long`);
  const chunk = new Uint8Array(HEADER_BYTES + json.length + (json.length % 2));
  chunk.set(new TextEncoder().encode(NAME));
  new DataView(chunk.buffer).setUint32(4, json.length, true);
  chunk.set(json, HEADER_BYTES);
  return chunk;
};

/**
 * What turns a WAV file of so many bytes into the same with a note: the size in its header, and the chunk to go behind it. Null where
 * the header has no room to say how long it is then, as with files beyond 4 GB.
 * @param head at least its first eight bytes
 * @see Multimedia Programming Interface and Data Specifications 1.0, 1991 (RIFF: chunks that are not known are passed over); from memory
 */
export const noteParts = (
  head: Uint8Array,
  totalBytes: number,
  note: object,
): { head: Uint8Array<ArrayBuffer>; tail: Uint8Array<ArrayBuffer> } | null => {
  const chunk = noteChunk(note);
  const padding = totalBytes % 2;
  const size = totalBytes + padding + chunk.length - HEADER_BYTES;
  if (textOf(head, 0) !== "RIFF" || size >= 2 ** 32 - 1) return null;
  const changed = Uint8Array.from(head.subarray(0, HEADER_BYTES));
  new DataView(changed.buffer).setUint32(4, size, true);
  const tail = new Uint8Array(padding + chunk.length);
  tail.set(chunk, padding);
  return { head: changed, tail };
};

/**
 * A whole WAV file with a note behind its samples; the file itself where it has no room for one.
 * @see noteParts, which names its source
 */
export const withNote = (wav: Uint8Array<ArrayBuffer>, note: object): Uint8Array<ArrayBuffer> => {
  const parts = noteParts(wav, wav.length, note);
  if (!parts) return wav;
  const noted = new Uint8Array(wav.length + parts.tail.length);
  noted.set(wav);
  noted.set(parts.head);
  noted.set(parts.tail, wav.length);
  return noted;
};

/**
 * The note behind the samples of a WAV file, as it was written; null where there is none that can be read.
 * @see noteParts, which names its source
 */
export const readNote = (wav: Uint8Array): unknown => {
  const view = new DataView(wav.buffer, wav.byteOffset, wav.byteLength);
  for (let at = 12; at + HEADER_BYTES <= wav.byteLength;) {
    const size = view.getUint32(at + 4, true);
    if (textOf(wav, at) === NAME && size <= MOST_BYTES)
      try {
        const json = wav.subarray(at + HEADER_BYTES, at + HEADER_BYTES + size);
        return JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(json));
      } catch {
        return null;
      }
    at += HEADER_BYTES + size + (size % 2);
  }
  return null;
};
