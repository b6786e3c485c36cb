import { failure, success, type Outcome } from "../outcome";
import { BYTES_PER_SAMPLE, type SampleEncoding, type WavLayout } from "./types";

/** Format codes. @see Multimedia Programming Interface and Data Specifications 1.0, 1991; from memory */
const PCM = 1;
/** @see the same */
const IEEE_FLOAT = 3;
/** The code stands further on. @see the same, revision 3 */
const EXTENSIBLE = 0xfffe;
/** What stands for a size that does not fit. @see EBU Tech 3306; from memory */
const UNKNOWN_SIZE = 0xffffffff;
/** More than any amplifier here has; a header that says more is broken. */
const MOST_CHANNELS = 16;
/** From well under what the lowest audible tone takes to quick scopes. Chosen: beyond it a header is more likely broken than right, and a sweep of seconds takes too many samples. */
const LEAST_RATE_HZ = 100;
const MOST_RATE_HZ = 10e6;

/**
 * Finds format and samples in a WAV file: RIFF, or RF64 for long ones, with a plain or extensible header;
 * 16, 24 or 32-bit integers, 32 or 64-bit floats; 1 to 16 channels.
 * Samples lie without gaps between them; a file in which they do not is refused.
 * A file that ends before its header says is refused, since part of the measurement is missing.
 * @param bytes at least the header; `totalBytes` tells the file's length when only its start is given
 * @see Microsoft and IBM, Multimedia Programming Interface and Data Specifications 1.0, 1991 (RIFF WAVE);
 *      EBU Tech 3306 (RF64). From memory.
 */
export const readWavLayout = (
  bytes: Uint8Array,
  totalBytes = bytes.byteLength,
): Outcome<WavLayout> => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.byteLength < 12 || !["RIFF", "RF64"].includes(tag(view, 0)) || tag(view, 8) !== "WAVE")
    return failure("not-a-wav", "File", "this is not a WAV file. Export the recording as WAV.");

  let format: FormatChunk | null = null;
  let longDataBytes: number | null = null;
  for (let at = 12; at + 8 <= bytes.byteLength;) {
    const name = tag(view, at);
    const size = view.getUint32(at + 4, true);
    const body = at + 8;
    if (name === "ds64" && body + 16 <= bytes.byteLength)
      longDataBytes = Number(view.getBigUint64(body + 8, true));
    if (name === "fmt ") format = readFormat(view, body, size);
    if (name === "data") {
      const promisedBytes = size === UNKNOWN_SIZE ? (longDataBytes ?? totalBytes - body) : size;
      return layoutOf(format, body, promisedBytes, totalBytes);
    }
    at = body + size + (size % 2);
  }
  return failure(
    "truncated",
    "File",
    "the WAV file ends before its samples start. Copy or record it again.",
  );
};

type FormatChunk = {
  code: number;
  channelCount: number;
  sampleRateHz: number;
  /** Bytes from one sample of a channel to its next. */
  blockBytes: number;
  bitsPerSample: number;
};

const tag = (view: DataView, at: number): string =>
  String.fromCharCode(
    view.getUint8(at),
    view.getUint8(at + 1),
    view.getUint8(at + 2),
    view.getUint8(at + 3),
  );

const readFormat = (view: DataView, at: number, size: number): FormatChunk | null => {
  if (size < 16 || at + size > view.byteLength) return null;
  const code = view.getUint16(at, true);
  return {
    // The extensible header keeps the true code in the first two bytes of its sub-format identifier.
    code: code === EXTENSIBLE && size >= 40 ? view.getUint16(at + 24, true) : code,
    channelCount: view.getUint16(at + 2, true),
    sampleRateHz: view.getUint32(at + 4, true),
    blockBytes: view.getUint16(at + 12, true),
    bitsPerSample: view.getUint16(at + 14, true),
  };
};

const encodingOf = ({ code, bitsPerSample }: FormatChunk): SampleEncoding | null => {
  if (code === PCM && [16, 24, 32].includes(bitsPerSample))
    return `int${bitsPerSample}` as SampleEncoding;
  if (code === IEEE_FLOAT && [32, 64].includes(bitsPerSample))
    return `float${bitsPerSample}` as SampleEncoding;
  return null;
};

const layoutOf = (
  format: FormatChunk | null,
  dataOffset: number,
  promisedBytes: number,
  totalBytes: number,
): Outcome<WavLayout> => {
  if (!format)
    return failure(
      "not-a-wav",
      "File",
      "the WAV header does not say how its samples are stored. Export it again.",
    );
  const encoding = encodingOf(format);
  if (!encoding)
    return failure(
      "unsupported-encoding",
      "File",
      `this WAV encoding (code ${format.code}, ${format.bitsPerSample} bit) cannot be read. Export it as 16, 24 or 32-bit PCM, or as 32 or 64-bit float.`,
    );
  const { channelCount, sampleRateHz, blockBytes } = format;
  if (channelCount < 1 || channelCount > MOST_CHANNELS)
    return failure(
      "not-a-wav",
      "File",
      `the WAV header says ${channelCount} channels; 1 to ${MOST_CHANNELS} can be read. Export it again.`,
    );
  if (sampleRateHz < LEAST_RATE_HZ || sampleRateHz > MOST_RATE_HZ)
    return failure(
      "not-a-wav",
      "File",
      `the WAV header says ${sampleRateHz} samples per second, which is invalid (${LEAST_RATE_HZ} Hz to ${MOST_RATE_HZ / 1e6} MHz can be read). Export it again.`,
    );
  if (blockBytes !== BYTES_PER_SAMPLE[encoding] * channelCount)
    return failure(
      "unsupported-encoding",
      "File",
      `its samples of ${format.bitsPerSample} bit lie ${blockBytes} bytes apart for ${channelCount === 1 ? "one channel" : `${channelCount} channels`}, which is not how they are read (${BYTES_PER_SAMPLE[encoding] * channelCount} bytes). Export it as plain 24 or 32-bit PCM, or as 32-bit float.`,
    );
  const frameCount = Math.floor(promisedBytes / (BYTES_PER_SAMPLE[encoding] * channelCount));
  if (frameCount === 0)
    return failure(
      "no-samples",
      "File",
      "the WAV file has no samples. Record again and check that it is longer than zero seconds.",
    );
  if (dataOffset + promisedBytes > totalBytes) {
    const missing = dataOffset + promisedBytes - totalBytes;
    return failure(
      "truncated",
      "File",
      `the WAV file is cut short: ${missing} of ${promisedBytes} bytes of samples are missing. Copy it again, or record again.`,
    );
  }
  return success({ sampleRateHz, channelCount, encoding, frameCount, dataOffset });
};
