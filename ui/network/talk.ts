import { linkOf } from "@/bench/network/httpLink";
import { LinkFault, type NetworkTurn } from "@/bench/network/link";
import {
  commandMistake,
  filled,
  readCommand,
  ROLE_FACTS,
  type InstrumentProfile,
  type NetworkRole,
} from "@/core/scpi";
import { TURNS } from "./turns";

/** A line of a conversation with an instrument. */
export type Said = { from: "page" | "instrument" | "trouble"; text: string };

const ANSWER_MS = 2000;
/** A block is shown by its length: its bytes say nothing to a reader. */
const SHOWN_CHARACTERS = 300;

/** What stands in the blanks while a command is only tried: little enough to hurt nothing. */
const TRIED: Readonly<Record<string, string>> = {
  output: "1",
  channel: "1",
  hertz: "1000",
  voltsPeakToPeak: "0.02",
  lowHertz: "100",
  highHertz: "1000",
  seconds: "0.1",
  samples: "1000",
  samplesPerSecond: "48000",
  probeFactor: "10",
  volts: "0",
  amperes: "0.1",
};

const shown = (answer: Uint8Array, isBlock: boolean): string => {
  if (isBlock) return `a block of ${answer.length} bytes`;
  const text = new TextDecoder("latin1").decode(answer);
  return text.length > SHOWN_CHARACTERS ? `${text.slice(0, SHOWN_CHARACTERS)}…` : text;
};

const troubleOf = (error: unknown): Said => ({
  from: "trouble",
  text: error instanceof LinkFault ? error.message : "The query failed. Try again.",
});

/** Says lines to an instrument, the last of which may be a question, and what its queue of errors holds then. */
const say = async (
  turn: NetworkTurn,
  id: string,
  lines: readonly string[],
  { isBlock, nextError }: { isBlock: boolean; nextError: string },
): Promise<Said[]> => {
  const said: Said[] = [];
  const ask = async (text: string, answer: "line" | "block" | null): Promise<void> => {
    said.push({ from: "page", text });
    const heard = await turn.exchange(id, { text, answer, timeoutMs: ANSWER_MS });
    if (answer) said.push({ from: "instrument", text: shown(heard, answer === "block") });
  };
  try {
    const answer = isBlock ? "block" : "line";
    for (const line of lines) await ask(line, line.includes("?") ? answer : null);
  } catch (error) {
    said.push(troubleOf(error));
  }
  try {
    if (nextError) await ask(nextError, "line");
  } catch (error) {
    said.push(troubleOf(error));
  }
  return said;
};

const talk = async (id: string, work: (turn: NetworkTurn) => Promise<Said[]>): Promise<Said[]> => {
  let turn: NetworkTurn;
  try {
    turn = await linkOf(TURNS).begin([id]);
  } catch (error) {
    return [troubleOf(error)];
  }
  const said = await work(turn);
  try {
    await turn.end();
  } catch (error) {
    said.push(troubleOf(error));
  }
  return said;
};

/** Asks an instrument who it is. @see IEEE 488.2-1992, section 10.14 (*IDN?) */
export const askWho = (id: string): Promise<Said[]> =>
  talk(id, (turn) => say(turn, id, ["*IDN?"], { isBlock: false, nextError: "" }));

/** The commands before an output goes on, so that it goes on at minimum; and the one that turns it off. */
const AROUND_OUTPUT_ON: Partial<
  Record<NetworkRole, { before: readonly string[]; after: readonly string[] }>
> = {
  generator: { before: ["prepare", "sine"], after: ["outputOff"] },
  supply: { before: ["volts", "amperes"], after: ["outputOff"] },
};

/** The lines that are sent when a command of a profile is tried: its own, and for an output that goes on what keeps that harmless. */
export const triedLines = (
  { role, commands }: Pick<InstrumentProfile, "role" | "commands">,
  name: string,
): string[] => {
  const around = name === "outputOn" ? AROUND_OUTPUT_ON[role] : undefined;
  return [...(around?.before ?? []), name, ...(around?.after ?? [])].flatMap((each) =>
    readCommand(commands[each] ?? "").lines.map((line) => filled(line, TRIED)),
  );
};

/** Tries one command of a profile, with little enough in its blanks; no output is on after it. */
export const tryCommand = (
  id: string,
  profile: Pick<InstrumentProfile, "role" | "commands">,
  name: string,
): Promise<Said[]> => {
  const { role, commands } = profile;
  const mistake = commandMistake(role, name, commands[name] ?? "");
  if (mistake) return Promise.resolve([{ from: "trouble", text: mistake }]);
  return talk(id, (turn) =>
    say(turn, id, triedLines(profile, name), {
      isBlock: ROLE_FACTS[role].commands[name].isBlock ?? false,
      nextError: name === "nextError" ? "" : (commands.nextError ?? ""),
    }),
  );
};
