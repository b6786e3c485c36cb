import { linkOf } from "@/bench/network/httpLink";
import { LinkFault, type NetworkTurn } from "@/bench/network/link";
import {
  commandMistake,
  sentNumber,
  filled,
  readCommand,
  ROLE_FACTS,
  type InstrumentProfile,
} from "@/core/scpi";

/** A line of a conversation with an instrument. */
export type Said = { from: "page" | "instrument" | "trouble"; text: string };

const TURNS = { address: "/api/instruments/turns" };
const ANSWER_MS = 2000;
/** A block is told by its length: its bytes say nothing to a reader. */
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

/** The lines that are sent when a command is tried. */
export const triedLines = (text: string): string[] =>
  readCommand(text).lines.map((line) => filled(line, TRIED));

const shown = (answer: Uint8Array, isBlock: boolean): string => {
  if (isBlock) return `a block of ${answer.length} bytes`;
  const text = new TextDecoder("latin1").decode(answer);
  return text.length > SHOWN_CHARACTERS ? `${text.slice(0, SHOWN_CHARACTERS)}…` : text;
};

const troubleOf = (error: unknown): Said => ({
  from: "trouble",
  text: error instanceof LinkFault ? error.message : "It could not be asked. Try again.",
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

/** What a supply is told, and what it shows then. Volts and amperes are told before it is switched on. */
export const tellSupply = (
  id: string,
  { commands }: Pick<InstrumentProfile, "commands">,
  asked: { volts: number; amperes: number } | "off" | "read",
): Promise<Said[]> => {
  const told = (name: string, values: Readonly<Record<string, string>> = {}): string[] =>
    readCommand(commands[name] ?? "").lines.map((line) => filled(line, values));
  const changes = {
    off: () => told("outputOff"),
    read: () => [],
    on: ({ volts, amperes }: { volts: number; amperes: number }) => [
      ...told("volts", { volts: sentNumber(volts) }),
      ...told("amperes", { amperes: sentNumber(amperes) }),
      ...told("outputOn"),
    ],
  };
  const lines = typeof asked === "string" ? changes[asked]() : changes.on(asked);
  return talk(id, (turn) =>
    say(turn, id, [...lines, ...told("voltsNow"), ...told("amperesNow")], {
      isBlock: false,
      nextError: commands.nextError ?? "",
    }),
  );
};

/** Tries one command of a profile, with little enough in its blanks; what it is not told stays off. */
export const tryCommand = (
  id: string,
  { role, commands }: Pick<InstrumentProfile, "role" | "commands">,
  name: string,
): Promise<Said[]> => {
  const text = commands[name] ?? "";
  const mistake = commandMistake(role, name, text);
  if (mistake) return Promise.resolve([{ from: "trouble", text: mistake }]);
  return talk(id, (turn) =>
    say(turn, id, triedLines(text), {
      isBlock: ROLE_FACTS[role].commands[name].isBlock ?? false,
      nextError: name === "nextError" ? "" : (commands.nextError ?? ""),
    }),
  );
};
