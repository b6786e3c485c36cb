import "server-only";
import { open } from "node:fs/promises";
import { isTemperatureLog, readTable } from "@/core/files";
import { readWavLayout } from "@/core/wav";
import { Refusal } from "./requests";

/** Headers of recorders with notes and cue marks before the samples are well within this. */
const HEAD_BYTES = 1024 * 1024;
const UNSUPPORTED_MEDIA = 415;
const UNPROCESSABLE = 422;

/**
 * Refuses a file that none of our readers can open, before it is kept: neither a sound WAV file, whole as its header says, nor text
 * with columns of numbers, or of moments and temperatures.
 * @throws {Refusal} 415 for other bytes, 422 for a WAV file that is broken; with the reader's reason
 */
export const requireReadable = async (path: string, byteCount: number): Promise<void> => {
  const head = await headOf(path, byteCount);
  const layout = readWavLayout(head, byteCount);
  if (layout.ok) return;
  const { finding } = layout;
  const isWav = ["RIFF", "RF64"].includes(String.fromCharCode(...head.subarray(0, 4)));
  if (isWav) throw new Refusal(UNPROCESSABLE, `This recording was not saved: ${finding.advice}`);
  if (isTable(head, byteCount)) return;
  throw new Refusal(
    UNSUPPORTED_MEDIA,
    "This file was not saved: it is neither a WAV recording nor a table from an oscilloscope, a meter or a logger.",
  );
};

const headOf = async (path: string, byteCount: number): Promise<Uint8Array> => {
  const file = await open(path, "r");
  try {
    const head = Buffer.alloc(Math.min(HEAD_BYTES, byteCount));
    await file.read(head, 0, head.byteLength, 0);
    return head;
  } finally {
    await file.close();
  }
};

const isTable = (head: Uint8Array, byteCount: number): boolean => {
  const isUtf16 = (head[0] === 0xff && head[1] === 0xfe) || (head[0] === 0xfe && head[1] === 0xff);
  if (!isUtf16 && head.includes(0)) return false;
  const utf16 = head[0] === 0xff ? "utf-16le" : "utf-16be";
  const text = new TextDecoder(isUtf16 ? utf16 : "latin1").decode(head).slice(0, 64 * 1024);
  // The last line of a part is cut off somewhere.
  const whole = byteCount > text.length ? text.slice(0, text.lastIndexOf("\n")) : text;
  // Dates and times of day are no numbers.
  return readTable(whole) !== null || isTemperatureLog(whole);
};
