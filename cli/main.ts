// The same core from a shell. Prints one JSON object on standard output and nothing else; a mistake in the call or in
// a file is one line on standard error, exit status 2.
import { analyse } from "./analyse";
import { UsageError } from "./arguments";
import { claim } from "./claim";
import { judgeCase } from "./judge";
import { simulate } from "./simulate";
import { stimulus } from "./stimulus";
import { verify } from "./verify";

const COMMANDS: Record<string, (words: readonly string[]) => object | Promise<object>> = {
  analyse,
  stimulus,
  claim,
  judge: judgeCase,
  simulate,
  verify,
};

const main = async (): Promise<number> => {
  const [command, ...words] = process.argv.slice(2);
  const run = COMMANDS[command];
  try {
    if (!run)
      throw new UsageError(
        `say what to do: ${Object.keys(COMMANDS).join(", ")} (see cli/README.md)`,
      );
    process.stdout.write(`${JSON.stringify(await run(words), finiteOrNull, 2)}\n`);
    return 0;
  } catch (error) {
    const text =
      error instanceof UsageError
        ? error.message
        : `this should not have happened (${error instanceof Error ? error.message : String(error)}); please report it`;
    process.stderr.write(`rimebank: ${text.replace(/\s*\n\s*/g, " ")}\n`);
    return 2;
  }
};

/** JSON has no infinity: the level of a harmonic that is not there at all is null. */
const finiteOrNull = (_: string, value: unknown): unknown =>
  typeof value === "number" && !Number.isFinite(value) ? null : value;

void main().then((status) => {
  process.exitCode = status;
});
