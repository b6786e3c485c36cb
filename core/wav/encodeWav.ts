import { requirePositive, requireRange } from "../units";
import type { SampleEncoding } from "./types";

/**
 * A WAV file of the given channels (volts, all of one length), full scale at fullScaleVolts. Integers are
 * rounded and stop at full scale, as a converter does; floats may pass it.
 * Up to 4 GiB; 1 to 16 channels.
 * @throws {RangeError} on channels of different lengths, none at all, or values out of range
 * @see Multimedia Programming Interface and Data Specifications 1.0, 1991 (WAVE); from memory
 */
export const encodeWav = (
  channels: readonly Float64Array[],
  sampleRateHz: number,
  fullScaleVolts: number,
  encoding: SampleEncoding & ("int16" | "int24" | "float32"),
): Uint8Array<ArrayBuffer> => {
  requireRange("channels.length", channels.length, 1, 16);
  requirePositive("fullScaleVolts", fullScaleVolts);
  requireRange("sampleRateHz", sampleRateHz, 1, 2 ** 31);
  const frameCount = channels[0].length;
  if (channels.some((channel) => channel.length !== frameCount))
    throw new RangeError("channels must all have the same length");

  const sampleBytes = { int16: 2, int24: 3, float32: 4 }[encoding];
  const stride = sampleBytes * channels.length;
  const dataBytes = requireRange("size in bytes", frameCount * stride, 0, 2 ** 32 - 64);
  const bytes = new Uint8Array(44 + dataBytes + (dataBytes % 2));
  const view = new DataView(bytes.buffer);
  writeHeader(view, {
    channelCount: channels.length,
    sampleRateHz,
    sampleBytes,
    isFloat: encoding === "float32",
    dataBytes,
  });

  channels.forEach((volts, channelIndex) => {
    const start = 44 + channelIndex * sampleBytes;
    if (encoding === "float32")
      volts.forEach((value, i) =>
        view.setFloat32(start + i * stride, value / fullScaleVolts, true),
      );
    else
      (encoding === "int16" ? writeInt16 : writeInt24)(
        bytes,
        { start, stride },
        volts,
        fullScaleVolts,
      );
  });
  return bytes;
};

const writeInt16 = (
  bytes: Uint8Array,
  { start, stride }: { start: number; stride: number },
  volts: Float64Array,
  fullScaleVolts: number,
): void => {
  const steps = 2 ** 15,
    scale = steps / fullScaleVolts;
  for (let i = 0, at = start; i < volts.length; i++, at += stride) {
    const value = stepOf(volts[i] * scale, steps);
    bytes[at] = value;
    bytes[at + 1] = value >> 8;
  }
};

const writeInt24 = (
  bytes: Uint8Array,
  { start, stride }: { start: number; stride: number },
  volts: Float64Array,
  fullScaleVolts: number,
): void => {
  const steps = 2 ** 23,
    scale = steps / fullScaleVolts;
  for (let i = 0, at = start; i < volts.length; i++, at += stride) {
    const value = stepOf(volts[i] * scale, steps);
    bytes[at] = value;
    bytes[at + 1] = value >> 8;
    bytes[at + 2] = value >> 16;
  }
};

/** The nearest of the converter's steps, held at its ends. Truncation is several times quicker than Math.round. */
const stepOf = (value: number, steps: number): number => {
  if (value >= steps - 1) return steps - 1;
  if (value <= -steps) return -steps;
  return (value < 0 ? value - 0.5 : value + 0.5) | 0;
};

type HeaderFacts = {
  channelCount: number;
  sampleRateHz: number;
  sampleBytes: number;
  isFloat: boolean;
  dataBytes: number;
};

const writeHeader = (view: DataView, facts: HeaderFacts): void => {
  const text = (at: number, word: string) =>
    [...word].forEach((letter, k) => view.setUint8(at + k, letter.charCodeAt(0)));
  text(0, "RIFF");
  view.setUint32(4, view.byteLength - 8, true);
  text(8, "WAVEfmt ");
  view.setUint32(16, 16, true);
  view.setUint16(20, facts.isFloat ? 3 : 1, true);
  view.setUint16(22, facts.channelCount, true);
  view.setUint32(24, facts.sampleRateHz, true);
  view.setUint32(28, facts.sampleRateHz * facts.channelCount * facts.sampleBytes, true);
  view.setUint16(32, facts.channelCount * facts.sampleBytes, true);
  view.setUint16(34, 8 * facts.sampleBytes, true);
  text(36, "data");
  view.setUint32(40, facts.dataBytes, true);
};
