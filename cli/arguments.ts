import { parseArgs } from "node:util";
import { parseNumber } from "@/core/units";

/** A mistake in how the command was called or in what it was given: one plain line, exit status 2. */
export class UsageError extends Error {}

export type CommandLine = { positional: string[]; options: Map<string, string> };

/** Splits "analyse FILE --load-ohms 8.2" into positional words and --name value pairs. */
export const parseCommandLine = (
  words: readonly string[],
  known: readonly string[],
): CommandLine => {
  const { tokens } = parseArgs({
    args: [...words],
    options: Object.fromEntries(known.map((name) => [name, { type: "string" as const }])),
    allowPositionals: true,
    // What is wrong is reported below, in the words of this program.
    strict: false,
    tokens: true,
  });
  const line: CommandLine = { positional: [], options: new Map() };
  for (const token of tokens) {
    if (token.kind === "positional") line.positional.push(token.value);
    if (token.kind !== "option") continue;
    if (!known.includes(token.name))
      throw new UsageError(
        `unknown option ${token.rawName}; known: ${known.map((option) => `--${option}`).join(", ")}`,
      );
    if (token.value === undefined) throw new UsageError(`${token.rawName} needs a value`);
    line.options.set(token.name, token.value);
  }
  return line;
};

/** An option that must be a number above zero, or the default when it was left out. */
export const positiveOption = (
  { options }: CommandLine,
  name: string,
  otherwise: number,
): number => {
  const text = options.get(name);
  if (text === undefined) return otherwise;
  const value = parseNumber(text);
  if (value === null || !(value > 0))
    throw new UsageError(`--${name} is "${text}"; it must be a number above zero`);
  return value;
};

/** A band such as "20-20000" in hertz. */
export const bandOption = (
  { options }: CommandLine,
  name: string,
  otherwise: { lowHz: number; highHz: number },
): { lowHz: number; highHz: number } => {
  const text = options.get(name);
  if (text === undefined) return otherwise;
  const [low, high, ...more] = text.split("-").map((part) => parseNumber(part));
  if (
    more.length > 0 ||
    low === null ||
    high === null ||
    high === undefined ||
    low < 0 ||
    !(high > low)
  )
    throw new UsageError(
      `--${name} is "${text}"; it must be two frequencies, the lower first, such as 20-20000`,
    );
  return { lowHz: low, highHz: high };
};
