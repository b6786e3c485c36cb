import { requirePositive, requireRange } from "../units";
import type { SampleEncoding } from "./types";

/**
 * A WAV file of the given channels (volts, all of one length), full scale at fullScaleVolts. Integers are
 * rounded and stop at full scale, as a converter does; floats may pass it.
 * Up to 4 GiB; 1 to 16 channels.
 * @throws {RangeError} on channels of different lengths, none at all, or values out of range
 */
export const encodeWav = (channels: readonly Float64Array[], sampleRateHz: number, fullScaleVolts: number, encoding: SampleEncoding & ("int16" | "int24" | "float32")): Uint8Array<ArrayBuffer> => {
  requireRange("channels.length", channels.length, 1, 16);
  requirePositive("fullScaleVolts", fullScaleVolts);
  requireRange("sampleRateHz", sampleRateHz, 1, 2 ** 31);
  const frameCount = channels[0].length;
  if (channels.some((channel) => channel.length !== frameCount)) throw new RangeError("channels must all have the same length");

  const sampleBytes = { int16: 2, int24: 3, float32: 4 }[encoding];
  const stride = sampleBytes * channels.length;
  const dataBytes = requireRange("size in bytes", frameCount * stride, 0, 2 ** 32 - 64);
  const bytes = new Uint8Array(44 + dataBytes + (dataBytes % 2));
  const view = new DataView(bytes.buffer);
  writeHeader(view, { channelCount: channels.length, sampleRateHz, sampleBytes, isFloat: encoding === "float32", dataBytes });

  const least = -(2 ** (8 * sampleBytes - 1));
  channels.forEach((volts, channelIndex) => {
    for (let i = 0, at = 44 + channelIndex * sampleBytes; i < frameCount; i++, at += stride) {
      const ratio = volts[i] / fullScaleVolts;
      if (encoding === "float32") view.setFloat32(at, ratio, true);
      else writeInteger(bytes, at, sampleBytes, Math.max(least, Math.min(-least - 1, Math.round(ratio * -least))));
    }
  });
  return bytes;
};

const writeInteger = (bytes: Uint8Array, at: number, sampleBytes: number, value: number): void => {
  for (let k = 0; k < sampleBytes; k++) bytes[at + k] = value >> (8 * k);
};

type HeaderFacts = { channelCount: number; sampleRateHz: number; sampleBytes: number; isFloat: boolean; dataBytes: number };

const writeHeader = (view: DataView, facts: HeaderFacts): void => {
  const text = (at: number, word: string) => [...word].forEach((letter, k) => view.setUint8(at + k, letter.charCodeAt(0)));
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
