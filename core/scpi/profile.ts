import { failure, success, type Outcome } from "../outcome";
import { SAMPLE_FORMATS, type SampleFormat } from "./samples";

/** What an instrument on the network is for. */
export const NETWORK_ROLES = [
  "generator",
  "oscilloscope",
  "voltmeter",
  "mains-meter",
  "supply",
  "thermometer",
] as const;
export type NetworkRole = (typeof NETWORK_ROLES)[number];

/** One thing that is said to an instrument, or asked of it. */
type CommandFacts = {
  label: string;
  /** What may stand in braces in it. */
  blanks: readonly string[];
  /** How many items of its answer are used; 0 where it is no question. */
  items: number;
  isNeeded: boolean;
  /** Its answer is a block of bytes. */
  isBlock?: true;
};
/** One number that is known of an instrument. */
type NumberFacts = { label: string; unit: string; least: number; most: number };

export type RoleFacts = {
  label: string;
  /** What it does for a measurement. */
  purpose: string;
  commands: Readonly<Record<string, CommandFacts>>;
  numbers: Readonly<Record<string, NumberFacts>>;
  /** It hands over samples. */
  hasSamples: boolean;
};

const say = (label: string, blanks: readonly string[] = []): CommandFacts => ({
  label,
  blanks,
  items: 0,
  isNeeded: true,
});
const ask = (label: string, blanks: readonly string[] = [], items = 1): CommandFacts => ({
  label,
  blanks,
  items,
  isNeeded: true,
});
const optional = (facts: CommandFacts): CommandFacts => ({ ...facts, isNeeded: false });

const OUTPUT = ["output"];
const CHANNEL = ["channel"];
const ERROR = { nextError: optional(ask("Query the next error")) };
const PREPARE = { prepare: optional(say("Prepare for remote control")) };

/** The commands and queries of each role. One that is left empty is one that the instrument does not have. */
export const ROLE_FACTS: Readonly<Record<NetworkRole, RoleFacts>> = {
  generator: {
    label: "Function generator",
    purpose: "drives the amplifier",
    hasSamples: false,
    commands: {
      prepare: say("Prepare an output", OUTPUT),
      sine: say("Play a sine", ["output", "hertz", "voltsPeakToPeak"]),
      outputOn: say("Output on", OUTPUT),
      outputOff: say("Output off", OUTPUT),
      outputNow: ask("Query the output state", OUTPUT),
      levelNow: ask("Query the level", OUTPUT),
      frequencyNow: optional(ask("Query the frequency", OUTPUT)),
      sweep: optional(
        say("Sweep once from one frequency to another", [
          "output",
          "lowHertz",
          "highHertz",
          "seconds",
        ]),
      ),
      burst: optional(
        say("Play a number of cycles per start", ["output", "hertz", "cycles", "voltsPeakToPeak"]),
      ),
      continuous: optional(say("Return from single to continuous", OUTPUT)),
      waveform: optional(say("Load a waveform", ["output", "samplesPerSecond", "block"])),
      playWaveform: optional(
        say("Play the waveform once", ["output", "samplesPerSecond", "voltsPeakToPeak"]),
      ),
      start: optional(say("Start a single playback")),
      ...ERROR,
    },
    numbers: {
      outputCount: { label: "Outputs", unit: "", least: 1, most: 4 },
      mostVoltsRms: { label: "Maximum output", unit: "V", least: 0.01, most: 100 },
      memorySamples: { label: "Waveform memory", unit: "samples", least: 0, most: 1e9 },
      waveformHertz: { label: "Waveforms are sent at", unit: "Hz", least: 8000, most: 1e7 },
      settleSeconds: { label: "Settling time", unit: "s", least: 0, most: 10 },
    },
  },
  oscilloscope: {
    label: "Oscilloscope",
    purpose: "reads the voltage across the loads",
    hasSamples: true,
    commands: {
      ...PREPARE,
      channel: say("Set a channel", ["channel", "voltsPeakToPeak", "probeFactor"]),
      rangeNow: ask("Query the range, peak to peak", CHANNEL),
      probeNow: optional(ask("Query the probe factor", CHANNEL)),
      acquire: say("Set duration and sample count", ["seconds", "samples"]),
      intervalNow: ask("Query the sample interval"),
      start: say("Start a recording"),
      isDone: ask("Query whether it has finished (odd number)"),
      stop: say("Stop"),
      scale: optional(ask("Query scaling: increment, origin, reference", CHANNEL, 3)),
      samples: { ...ask("Transfer the samples", CHANNEL), isBlock: true },
      ...ERROR,
    },
    numbers: {
      channelCount: { label: "Channels", unit: "", least: 1, most: 8 },
      bits: { label: "Bits of its converter", unit: "", least: 6, most: 24 },
      probeFactor: { label: "Probe factor", unit: "", least: 0.1, most: 1000 },
      mostVoltsPeak: {
        label: "Largest range, peak, at the probe",
        unit: "V",
        least: 0.1,
        most: 5000,
      },
      leastVoltsPeak: { label: "Smallest range, peak", unit: "V", least: 1e-4, most: 100 },
      mostHertz: { label: "Maximum sample rate", unit: "Hz", least: 8000, most: 1e10 },
      memorySamples: { label: "Memory per channel", unit: "samples", least: 1000, most: 1e9 },
      accuracyRatio: { label: "Gain accuracy", unit: "%", least: 0, most: 0.2 },
    },
  },
  voltmeter: {
    label: "True-RMS voltmeter",
    purpose: "monitors the first channel and checks the level",
    hasSamples: false,
    commands: {
      ...PREPARE,
      read: ask("Read V RMS"),
      ...ERROR,
    },
    numbers: {
      accuracyRatio: { label: "Accuracy, of the reading", unit: "%", least: 0, most: 0.2 },
      bandwidthHertz: { label: "Accurate up to", unit: "Hz", least: 50, most: 1e8 },
      settleSeconds: { label: "Settling time", unit: "s", least: 0, most: 10 },
    },
  },
  "mains-meter": {
    label: "Mains power meter",
    purpose: "reads the mains draw of the amplifier",
    hasSamples: false,
    commands: {
      ...PREPARE,
      watts: ask("Read watts"),
      amperes: ask("Read amperes RMS"),
      ...ERROR,
    },
    numbers: {
      accuracyRatio: { label: "Accuracy, of the reading", unit: "%", least: 0, most: 0.2 },
    },
  },
  supply: {
    label: "Programmable supply",
    purpose: "feeds an amplifier that takes DC",
    hasSamples: false,
    commands: {
      ...PREPARE,
      volts: say("Set volts", ["volts"]),
      amperes: say("Set the current limit", ["amperes"]),
      outputOn: say("Output on"),
      outputOff: say("Output off"),
      outputNow: ask("Query the output state"),
      voltsNow: ask("Read volts"),
      amperesNow: ask("Read amperes"),
      ...ERROR,
    },
    numbers: {
      mostVolts: { label: "Maximum voltage", unit: "V", least: 1, most: 400 },
      mostAmperes: { label: "Maximum current", unit: "A", least: 0.1, most: 200 },
    },
  },
  thermometer: {
    label: "Temperature logger",
    purpose: "reads sink, case and load",
    hasSamples: false,
    commands: {
      ...PREPARE,
      celsius: ask("Read degrees Celsius", CHANNEL),
      ...ERROR,
    },
    numbers: {
      sinkChannel: { label: "Channel at the heat sink", unit: "", least: 1, most: 9999 },
      caseChannel: { label: "Channel at the case, 0 for none", unit: "", least: 0, most: 9999 },
      loadChannel: { label: "Channel at the load, 0 for none", unit: "", least: 0, most: 9999 },
    },
  },
};

/** Fits an instrument to its role: its commands and queries, and its specification. Plain data, to be kept and handed on. */
export type InstrumentProfile = {
  role: NetworkRole;
  title: string;
  /** By name of the role's commands; a line each where several are sent. "-> 3" behind a question says which item of the answer counts, from 1. */
  commands: Readonly<Record<string, string>>;
  numbers: Readonly<Record<string, number>>;
  sampleFormat: SampleFormat;
};

/** A command as it is read: the lines that are sent, and which items of the answer count, from 1. */
export type ReadCommand = { lines: readonly string[]; picks: readonly number[] };

const ARROW = "->";

/**
 * Takes a command of a profile apart. @throws {RangeError} on an arrow without numbers behind it
 * Definition: profiles are of this program's own.
 */
export const readCommand = (text: string): ReadCommand => {
  const lines = text
    .split("\n")
    .map((line) => line.trim())
    .filter((line) => line !== "");
  const last = lines[lines.length - 1] ?? "";
  const arrow = last.indexOf(ARROW);
  if (arrow < 0) return { lines, picks: [] };
  const picks = last
    .slice(arrow + ARROW.length)
    .split(",")
    .map((word) => Number(word.trim() || NaN));
  if (picks.some((pick) => !Number.isInteger(pick) || pick < 1))
    throw new RangeError(`“${last.slice(arrow)}” does not select items of the response`);
  return { lines: [...lines.slice(0, -1), last.slice(0, arrow).trim()], picks };
};

/** Fills the blanks of a line. A blank that is given no value stays, which the checks of a profile rule out. */
export const filled = (line: string, values: Readonly<Record<string, string>>): string =>
  line.replace(/\{(\w+)\}/g, (blank, name: string) => values[name] ?? blank);

/** Sent at once, a longer line is a mistake. */
export const MOST_COMMAND_CHARACTERS = 500;

/** What is wrong with one command of a profile, in words to stand beside it; null where nothing is. */
export const commandMistake = (role: NetworkRole, name: string, text: string): string | null => {
  const facts = ROLE_FACTS[role].commands[name];
  if (!facts) return `A ${ROLE_FACTS[role].label.toLowerCase()} does not have this command.`;
  if (text.trim() === "") return facts.isNeeded ? "It is needed for any measurement." : null;
  if (text.length > MOST_COMMAND_CHARACTERS)
    return `Keep it under ${MOST_COMMAND_CHARACTERS} characters.`;
  if (!/^[\x20-\x7e\n]*$/.test(text)) return "Commands may contain ASCII characters only.";
  let read: ReadCommand;
  try {
    read = readCommand(text);
  } catch (error) {
    return error instanceof RangeError ? `${error.message}.` : null;
  }
  return blankMistake(facts, text) ?? questionMistake(facts, read);
};

const blankMistake = ({ blanks }: CommandFacts, text: string): string | null => {
  const used = [...text.matchAll(/\{(\w*)\}/g)].map(([, name]) => name);
  const unknown = used.find((name) => !blanks.includes(name));
  if (unknown === undefined) return null;
  return blanks.length === 0
    ? `Nothing is filled in here: remove {${unknown}}.`
    : `{${unknown}} is not filled in here; known are ${blanks.map((each) => `{${each}}`).join(", ")}.`;
};

const questionMistake = (
  { items, isBlock }: CommandFacts,
  { lines, picks }: ReadCommand,
): string | null => {
  const last = lines[lines.length - 1] ?? "";
  if (lines.slice(0, -1).some((line) => /\?(\s|$)/.test(line)))
    return "Only the last line may be a query.";
  const isQuestion = /\?/.test(last);
  if (items > 0 && !isQuestion) return "It must end with a query (“?”).";
  if (items === 0 && isQuestion) return "This is not a query: remove the “?”.";
  if (picks.length > 0 && (isBlock || items === 0)) return "No response item is used here.";
  if (picks.length > 0 && picks.length !== items)
    return items === 1
      ? "One response item is used: put one number after the arrow."
      : `${items} response items are used: put that many numbers after the arrow.`;
  return null;
};

/** Everything that is wrong with a profile, by where it is: "commands.sine", "numbers.bits". */
export const profileMistakes = (profile: InstrumentProfile): Readonly<Record<string, string>> => {
  const { commands, numbers } = ROLE_FACTS[profile.role];
  const found: [string, string | null][] = [
    ...Object.keys(commands).map((name): [string, string | null] => [
      `commands.${name}`,
      commandMistake(profile.role, name, profile.commands[name] ?? ""),
    ]),
    ...Object.entries(numbers).map(([name, { least, most }]): [string, string | null] => {
      const value = profile.numbers[name];
      const isFine = Number.isFinite(value) && value >= least && value <= most;
      return [`numbers.${name}`, isFine ? null : `Enter a value from ${least} to ${most}.`];
    }),
  ];
  return Object.fromEntries(found.filter((each): each is [string, string] => each[1] !== null));
};

/**
 * A profile that may be used. @returns a finding that names the first of its mistakes
 * Definition: profiles are of this program's own.
 */
export const checkProfile = (profile: InstrumentProfile): Outcome<InstrumentProfile> => {
  const [first] = Object.entries(profileMistakes(profile));
  if (first) {
    const [group, name] = first[0].split(".");
    const facts = ROLE_FACTS[profile.role];
    const label = (group === "commands" ? facts.commands : facts.numbers)[name]?.label ?? name;
    return failure("bad-setting", `${profile.title}, “${label}”`, first[1]);
  }
  return SAMPLE_FORMATS.includes(profile.sampleFormat)
    ? success(profile)
    : failure("bad-setting", profile.title, "its sample format is unknown.");
};
