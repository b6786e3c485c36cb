/** How samples are stored: signed integers, or IEEE 754 floats where 1.0 is full scale. */
export type SampleEncoding = "int16" | "int24" | "int32" | "float32" | "float64";

/** Where the samples of a WAV file are and how to read them. */
export type WavLayout = {
  sampleRateHz: number;
  channelCount: number;
  encoding: SampleEncoding;
  /** Samples per channel. */
  frameCount: number;
  /** Byte position of the first sample. */
  dataOffset: number;
};

export const BYTES_PER_SAMPLE: Record<SampleEncoding, number> = {
  int16: 2,
  int24: 3,
  int32: 4,
  float32: 4,
  float64: 8,
};
