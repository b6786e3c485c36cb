import { failure, success, type Outcome } from "../outcome";

/** What the standards say instead of a number: too much to show, and none at all. */
const OVER_RANGE = 9.9e37;
const NOT_A_NUMBER = 9.91e37;

const NUMBER = /^[+-]?(\d+(\.\d*)?|\.\d+)(\s*E\s*[+-]?\d+)?$/i;
const BASES: Readonly<Record<string, { digits: RegExp; base: number }>> = {
  "#H": { digits: /^[0-9A-F]+$/i, base: 16 },
  "#Q": { digits: /^[0-7]+$/, base: 8 },
  "#B": { digits: /^[01]+$/, base: 2 },
};

/**
 * A number as an instrument answers it: NR1, NR2, NR3, or with a base of its own.
 * @returns a finding on over-range, on what is not a number by the standard's own value for it, and on anything else
 * @see IEEE 488.2-1992, section 8.7 (numeric response data); SCPI-99, volume 1, section 7.2.1.4 (9.9E37, 9.91E37). From memory.
 */
export const parseAnswerNumber = (text: string, where: string): Outcome<number> => {
  const word = text.trim();
  const based = BASES[word.slice(0, 2).toUpperCase()];
  if (based?.digits.test(word.slice(2))) return success(Number.parseInt(word.slice(2), based.base));
  if (!NUMBER.test(word))
    return failure(
      "instrument-fault",
      where,
      `it sent “${shortened(word)}” where a number was expected. Compare the query with its manual under “Try it”.`,
    );
  const value = Number(word.replace(/\s/g, ""));
  if (!Number.isFinite(value) || Math.abs(value) >= OVER_RANGE)
    return failure(
      "instrument-fault",
      where,
      Math.abs(value) === NOT_A_NUMBER
        ? "it reports no reading. Check that its input is connected and that it is set to measure."
        : "it reports overrange. Choose a larger range, or reduce the level.",
    );
  return success(value);
};

/** How much of an unexpected answer is shown. */
const SHOWN_CHARACTERS = 60;

/** An answer as it may be shown: no control characters, and not endless. */
export const shortened = (text: string): string => {
  const plain = text.replace(/[^\x20-\x7e]/g, "·");
  return plain.length > SHOWN_CHARACTERS ? `${plain.slice(0, SHOWN_CHARACTERS)}…` : plain;
};

/**
 * An answer of several items, parted at commas that stand outside of quotes; quotes are taken off, doubled ones inside stand for one.
 * @see IEEE 488.2-1992, sections 8.4.1 (response data separators) and 8.7.8 (string response data). From memory.
 */
export const answerItems = (line: string): string[] => {
  const items: string[] = [];
  let item = "";
  let quote: string | null = null;
  for (let at = 0; at < line.length; at++) {
    const character = line[at];
    if (quote === null && (character === '"' || character === "'") && item.trim() === "")
      quote = character;
    else if (character === quote && line[at + 1] === quote) item += line[++at];
    else if (character === quote) quote = null;
    else if (character === "," && quote === null) {
      items.push(item.trim());
      item = "";
    } else item += character;
  }
  return [...items, item.trim()];
};

/** Digits that tell a value apart from its neighbours on any instrument. */
const SENT_DIGITS = 9;

/** A number as it is sent. @throws {RangeError} on one that is not finite @see IEEE 488.2-1992, section 7.7.2 (decimal numeric program data). From memory. */
export const sentNumber = (value: number): string => {
  if (!Number.isFinite(value)) throw new RangeError(`${value} cannot be sent to an instrument`);
  return String(Number(value.toPrecision(SENT_DIGITS))).replace("e", "E");
};

/**
 * Bytes as a definite-length block: "#", how many digits the length has, the length, the bytes.
 * @throws {RangeError} on more bytes than nine digits can tell
 * @see IEEE 488.2-1992, section 7.7.6 (arbitrary block program data). From memory.
 */
export const blockHeader = (length: number): string => {
  const digits = String(length);
  if (digits.length > 9) throw new RangeError(`${length} bytes do not fit in one block`);
  return `#${digits.length}${digits}`;
};
