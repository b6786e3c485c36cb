// core/wav: WAV files to volts and back.
export { decodeChannel } from "./decodeChannel";
export { decodeWav, LEAST_SAMPLES, type Recording } from "./decodeWav";
export { encodeWav } from "./encodeWav";
export { noteParts, readNote, withNote } from "./note";
export { readWavLayout } from "./readWavLayout";
export { overloadedSampleCount } from "./overload";
export type { SampleEncoding, WavLayout } from "./types";
