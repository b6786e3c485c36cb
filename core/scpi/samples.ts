import { failure, success, type Outcome } from "../outcome";

/** How an instrument packs samples into a block. */
export const SAMPLE_FORMATS = [
  "8 bits, signed",
  "8 bits, from 0",
  "16 bits, signed, low byte first",
  "16 bits, signed, high byte first",
  "16 bits, from 0, low byte first",
  "16 bits, from 0, high byte first",
  "float, 4 bytes, low byte first",
  "float, 4 bytes, high byte first",
] as const;
export type SampleFormat = (typeof SAMPLE_FORMATS)[number];

type Read = { bytes: number; read(view: DataView, at: number): number };

const READS: Readonly<Record<SampleFormat, Read>> = {
  "8 bits, signed": { bytes: 1, read: (view, at) => view.getInt8(at) },
  "8 bits, from 0": { bytes: 1, read: (view, at) => view.getUint8(at) },
  "16 bits, signed, low byte first": { bytes: 2, read: (view, at) => view.getInt16(at, true) },
  "16 bits, signed, high byte first": { bytes: 2, read: (view, at) => view.getInt16(at, false) },
  "16 bits, from 0, low byte first": { bytes: 2, read: (view, at) => view.getUint16(at, true) },
  "16 bits, from 0, high byte first": { bytes: 2, read: (view, at) => view.getUint16(at, false) },
  "float, 4 bytes, low byte first": { bytes: 4, read: (view, at) => view.getFloat32(at, true) },
  "float, 4 bytes, high byte first": { bytes: 4, read: (view, at) => view.getFloat32(at, false) },
};

/** How a raw sample becomes volts: (raw − reference) · increment + origin. */
export type SampleScale = { increment: number; origin: number; reference: number };

/**
 * Volts from a block of samples.
 * @returns a finding where the block is no whole number of samples, is empty, or holds what is no number
 * @see IEEE 488.2-1992, 8.7.9 and 8.7.10 (blocks), SCPI-99, FORMat (order of bytes); from memory
 */
export const samplesInVolts = (
  block: Uint8Array,
  format: SampleFormat,
  { increment, origin, reference }: SampleScale,
  where: string,
): Outcome<Float64Array> => {
  const { bytes, read } = READS[format];
  if (block.length === 0 || block.length % bytes !== 0)
    return failure(
      "instrument-fault",
      where,
      `it sent ${block.length} bytes, which is not a multiple of ${bytes}. Compare “Sample format” with its manual.`,
    );
  const view = new DataView(block.buffer, block.byteOffset, block.byteLength);
  const volts = Float64Array.from(
    { length: block.length / bytes },
    (_, n) => (read(view, n * bytes) - reference) * increment + origin,
  );
  return volts.every(Number.isFinite)
    ? success(volts)
    : failure(
        "instrument-fault",
        where,
        "its samples contain values that are not numbers. Compare “Sample format” with its manual.",
      );
};

/**
 * Samples as four-byte numbers, low byte first, as a generator's memory takes them; full scale is 1.
 * @see IEEE 754 (single precision), SCPI-99, FORMat:BORDer (SWAPped); from memory
 */
export const packedWave = (wave: Float64Array): Uint8Array<ArrayBuffer> => {
  const bytes = new Uint8Array(4 * wave.length);
  const view = new DataView(bytes.buffer);
  wave.forEach((value, n) => view.setFloat32(4 * n, value, true));
  return bytes;
};
