import { failure, type Outcome } from "../outcome";
import { formatHertz } from "../units";

/** Two channels of one recorder have one clock: a tone differs by less between them. */
const SAME_TONE_RATIO = 5e-4;

/** What was sent is what comes out; else the recordings do not belong together. */
export const otherTone = (inputHz: number, outputHz: number): Outcome<never> | null =>
  Math.abs(inputHz / outputHz - 1) <= SAME_TONE_RATIO
    ? null
    : failure(
        "channel-mismatch",
        "Recording",
        `the input has a tone of ${formatHertz(inputHz, 5)}, the output one of ${formatHertz(outputHz, 5)}: they do not match. Check which channel is the input.`,
      );
