import { requirePositive, requireRange } from "../units";
import { BYTES_PER_SAMPLE, type WavLayout } from "./types";

/**
 * The samples of one channel in volts: stored value over full scale, times fullScaleVolts.
 * An integer file's full scale is 2^(bits - 1), a float file's is 1.0.
 * @param bytes the whole file
 * @param channelIndex from 0 to channelCount - 1
 * @param fullScaleVolts volts at the load that a full-scale sample stands for, above zero
 * @throws {RangeError} on a channel that is not there or a full scale that is not above zero
 * @see Multimedia Programming Interface and Data Specifications 1.0, 1991 (WAVE); from memory
 */
export const decodeChannel = (
  bytes: Uint8Array,
  layout: WavLayout,
  channelIndex: number,
  fullScaleVolts: number,
): Float64Array => {
  requireRange("channelIndex", channelIndex, 0, layout.channelCount - 1);
  requirePositive("fullScaleVolts", fullScaleVolts);
  const sampleBytes = BYTES_PER_SAMPLE[layout.encoding];
  const stride = sampleBytes * layout.channelCount;
  const start = layout.dataOffset + channelIndex * sampleBytes;
  const volts = new Float64Array(layout.frameCount);
  DECODERS[layout.encoding](bytes, { start, stride }, volts, fullScaleVolts);
  return volts;
};

/** @param place bytes of the first sample, and from each to the next */
type Decoder = (
  bytes: Uint8Array,
  place: { start: number; stride: number },
  volts: Float64Array,
  fullScaleVolts: number,
) => void;

// Integers are assembled from bytes by shifts, twice as fast as DataView calls; the top byte is shifted to
// bit 31 so that the sign comes by itself.
const decodeInt16: Decoder = (bytes, { start, stride }, volts, fullScaleVolts) => {
  const scale = fullScaleVolts / 2 ** 31;
  for (let i = 0, at = start; i < volts.length; i++, at += stride)
    volts[i] = ((bytes[at] << 16) | (bytes[at + 1] << 24)) * scale;
};

const decodeInt24: Decoder = (bytes, { start, stride }, volts, fullScaleVolts) => {
  const scale = fullScaleVolts / 2 ** 31;
  let i = 0;
  if (stride === 3 && (bytes.byteOffset + start) % 4 === 0) {
    // One channel: four samples lie in three words.
    const words = new Int32Array(
      bytes.buffer,
      bytes.byteOffset + start,
      Math.floor(volts.length / 4) * 3,
    );
    for (let w = 0; w < words.length; w += 3, i += 4) {
      const first = words[w],
        second = words[w + 1],
        third = words[w + 2];
      volts[i] = (first << 8) * scale;
      volts[i + 1] = (((first >>> 16) & 0xff00) | (second << 16)) * scale;
      volts[i + 2] = (((second >>> 8) & 0xffff00) | (third << 24)) * scale;
      volts[i + 3] = (third & 0xffffff00) * scale;
    }
  }
  for (let at = start + i * stride; i < volts.length; i++, at += stride)
    volts[i] = ((bytes[at] << 8) | (bytes[at + 1] << 16) | (bytes[at + 2] << 24)) * scale;
};

const decodeInt32: Decoder = (bytes, { start, stride }, volts, fullScaleVolts) => {
  const scale = fullScaleVolts / 2 ** 31;
  for (let i = 0, at = start; i < volts.length; i++, at += stride)
    volts[i] =
      (bytes[at] | (bytes[at + 1] << 8) | (bytes[at + 2] << 16) | (bytes[at + 3] << 24)) * scale;
};

const decodeFloat32: Decoder = (bytes, { start, stride }, volts, fullScaleVolts) => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let i = 0, at = start; i < volts.length; i++, at += stride)
    volts[i] = view.getFloat32(at, true) * fullScaleVolts;
};

const decodeFloat64: Decoder = (bytes, { start, stride }, volts, fullScaleVolts) => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let i = 0, at = start; i < volts.length; i++, at += stride)
    volts[i] = view.getFloat64(at, true) * fullScaleVolts;
};

const DECODERS: Record<WavLayout["encoding"], Decoder> = {
  int16: decodeInt16,
  int24: decodeInt24,
  int32: decodeInt32,
  float32: decodeFloat32,
  float64: decodeFloat64,
};
