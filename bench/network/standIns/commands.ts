/** What a stand-in answers: text, or the bytes of a block; nothing to a command. */
export type Reply = string | Uint8Array | void;

/** What a message came with. */
export type GivenCommand = {
  /** The numbers behind the words, such as the 2 of SOURce2; 1 where none stands there. */
  suffixes: readonly number[];
  words: readonly string[];
  block: Uint8Array | null;
};

/** A header as it is written in a handbook, SOURce#:FREQuency[:CW]?, and what it does. */
export type Command = readonly [
  header: string,
  run: (given: GivenCommand) => Reply | Promise<Reply>,
];

/** An error as it stands in the queue. */
export class ScpiError extends Error {
  constructor(
    readonly code: number,
    message: string,
  ) {
    super(message);
  }
}

/** @see SCPI-99, volume 2, chapter 21.8 (error numbers). From memory. */
export const undefinedHeader = () => new ScpiError(-113, "Undefined header");
export const outOfRange = () => new ScpiError(-222, "Data out of range");
const missingParameter = () => new ScpiError(-109, "Missing parameter");
const dataType = () => new ScpiError(-104, "Data type error");

/** The long and the short form of a word: what is written in capitals suffices. */
const wordPattern = (word: string): string => {
  const short = word.replace(/[a-z]+$/, "");
  return short === word ? word : `(?:${short}|${word.toUpperCase()})`;
};

/** A regular expression for a header, in capitals. */
const headerPattern = (header: string): RegExp => {
  const pattern = header
    .split(/(\[:?|\]|:|#|\?)/)
    .map((part) => {
      if (part === "[:" || part === "[") return part === "[:" ? "(?::" : "(?:";
      if (part === "]") return ")?";
      if (part === "#") return "(\\d*)";
      if (part === "?") return "\\?";
      return part === ":" || part === "" ? part : wordPattern(part.replace(/^\*/, "\\*"));
    })
    .join("");
  return new RegExp(`^:?${pattern}$`);
};

/** Finds and runs the command of a message. @throws {ScpiError} */
export const runCommand = (
  commands: readonly Command[],
  text: string,
  block: Uint8Array | null,
): Reply | Promise<Reply> => {
  const [header, ...rest] = text.trim().split(/\s+/);
  const words = rest
    .join(" ")
    .split(",")
    .map((word) => word.trim())
    .filter((word) => word !== "");
  for (const [pattern, run] of commands) {
    const found = headerPattern(pattern).exec(header.toUpperCase());
    if (found)
      return run({
        suffixes: found.slice(1).map((suffix) => (suffix ? Number(suffix) : 1)),
        words,
        block,
      });
  }
  throw undefinedHeader();
};

/** A number among the words of a message. @throws {ScpiError} */
export const wordAsNumber = ({ words }: GivenCommand, at = 0): number => {
  const word = words[at];
  if (word === undefined) throw missingParameter();
  const value = /^(inf|infinity)$/i.test(word) ? 9.9e37 : Number(word);
  if (Number.isNaN(value)) throw dataType();
  return value;
};

/** ON, OFF, 1 or 0. @throws {ScpiError} */
export const switchOf = ({ words }: GivenCommand): boolean => {
  const word = words[0]?.toUpperCase();
  if (word === undefined) throw missingParameter();
  if (!["ON", "OFF", "1", "0"].includes(word)) throw dataType();
  return word === "ON" || word === "1";
};
