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
const ERROR = { nextError: optional(ask("Ask for the next error")) };
const PREPARE = { prepare: optional(say("Prepare it for remote use")) };

/** What each role can be told and asked. A command that is left empty is one that the instrument does not have. */
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
      outputNow: ask("Is the output on?", OUTPUT),
      levelNow: ask("Which level is set?", OUTPUT),
      frequencyNow: optional(ask("Which frequency is set?", OUTPUT)),
      sweep: optional(
        say("Glide once from one frequency to another", [
          "output",
          "lowHertz",
          "highHertz",
          "seconds",
        ]),
      ),
      burst: optional(
        say("Play so many cycles each time it is started", [
          "output",
          "hertz",
          "cycles",
          "voltsPeakToPeak",
        ]),
      ),
      continuous: optional(say("Back from once to continuous", OUTPUT)),
      waveform: optional(
        say("Take a waveform into its memory", ["output", "samplesPerSecond", "block"]),
      ),
      playWaveform: optional(
        say("Play the waveform once", ["output", "samplesPerSecond", "voltsPeakToPeak"]),
      ),
      start: optional(say("Start what plays once")),
      ...ERROR,
    },
    numbers: {
      outputCount: { label: "Outputs", unit: "", least: 1, most: 4 },
      mostVoltsRms: { label: "Most that it gives", unit: "V", least: 0.01, most: 100 },
      memorySamples: { label: "Waveform memory", unit: "samples", least: 0, most: 1e9 },
      waveformHertz: { label: "Waveforms are sent at", unit: "Hz", least: 8000, most: 1e7 },
      settleSeconds: { label: "Settles within", unit: "s", least: 0, most: 10 },
    },
  },
  oscilloscope: {
    label: "Oscilloscope",
    purpose: "reads the volts across the loads",
    hasSamples: true,
    commands: {
      ...PREPARE,
      channel: say("Set a channel", ["channel", "voltsPeakToPeak", "probeFactor"]),
      rangeNow: ask("Which range is set, peak to peak?", CHANNEL),
      probeNow: optional(ask("Which probe factor is set?", CHANNEL)),
      acquire: say("Record so long, with so many samples", ["seconds", "samples"]),
      intervalNow: ask("How far apart are samples?"),
      start: say("Start a recording"),
      isDone: ask("Is it done? An odd number says so"),
      stop: say("Stop"),
      scale: optional(ask("How a sample becomes volts: increment, origin, reference", CHANNEL, 3)),
      samples: { ...ask("Hand over the samples", CHANNEL), isBlock: true },
      ...ERROR,
    },
    numbers: {
      channelCount: { label: "Channels", unit: "", least: 1, most: 8 },
      bits: { label: "Bits of its converter", unit: "", least: 6, most: 24 },
      probeFactor: { label: "Probe factor", unit: "", least: 0.1, most: 1000 },
      mostVoltsPeak: {
        label: "Widest range, peak, at the probe",
        unit: "V",
        least: 0.1,
        most: 5000,
      },
      leastVoltsPeak: { label: "Narrowest range, peak", unit: "V", least: 1e-4, most: 100 },
      mostHertz: { label: "Most samples a second", unit: "Hz", least: 8000, most: 1e10 },
      memorySamples: { label: "Memory of a channel", unit: "samples", least: 1000, most: 1e9 },
      accuracyRatio: { label: "Accuracy of its gain", unit: "%", least: 0, most: 0.2 },
    },
  },
  voltmeter: {
    label: "True-RMS voltmeter",
    purpose: "watches the first channel, and vouches for the level",
    hasSamples: false,
    commands: {
      ...PREPARE,
      read: ask("Read volts RMS"),
      ...ERROR,
    },
    numbers: {
      accuracyRatio: { label: "Accuracy, of the reading", unit: "%", least: 0, most: 0.2 },
      bandwidthHertz: { label: "Reads true up to", unit: "Hz", least: 50, most: 1e8 },
      settleSeconds: { label: "Shows a new level within", unit: "s", least: 0, most: 10 },
    },
  },
  "mains-meter": {
    label: "Mains power meter",
    purpose: "reads what the amplifier draws",
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
      outputNow: ask("Is the output on?"),
      voltsNow: ask("Read volts"),
      amperesNow: ask("Read amperes"),
      ...ERROR,
    },
    numbers: {
      mostVolts: { label: "Most volts", unit: "V", least: 1, most: 400 },
      mostAmperes: { label: "Most amperes", unit: "A", least: 0.1, most: 200 },
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

/** Fits an instrument to its role: how it spells what it is told and asked, and what is known of it. Plain data, to be kept and handed on. */
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
    throw new RangeError(`“${last.slice(arrow)}” does not say which items of the answer count`);
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
  if (!facts) return `A ${ROLE_FACTS[role].label.toLowerCase()} has no such command.`;
  if (text.trim() === "") return facts.isNeeded ? "Without it nothing can be measured." : null;
  if (text.length > MOST_COMMAND_CHARACTERS)
    return `Keep it under ${MOST_COMMAND_CHARACTERS} characters.`;
  if (!/^[\x20-\x7e\n]*$/.test(text))
    return "Instruments take plain letters, digits and signs only.";
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
    ? `Nothing is filled in here: take {${unknown}} out.`
    : `{${unknown}} is not filled in here; known are ${blanks.map((each) => `{${each}}`).join(", ")}.`;
};

const questionMistake = (
  { items, isBlock }: CommandFacts,
  { lines, picks }: ReadCommand,
): string | null => {
  const last = lines[lines.length - 1] ?? "";
  if (lines.slice(0, -1).some((line) => /\?(\s|$)/.test(line)))
    return "Only the last line may be a question.";
  const isQuestion = /\?/.test(last);
  if (items > 0 && !isQuestion) return "It must end in a question, with “?”.";
  if (items === 0 && isQuestion) return "Nothing is asked here: take the “?” out.";
  if (picks.length > 0 && (isBlock || items === 0)) return "No item of an answer counts here.";
  if (picks.length > 0 && picks.length !== items)
    return items === 1
      ? "One item of the answer counts: one number behind the arrow."
      : `${items} items of the answer count: so many numbers behind the arrow.`;
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
      return [`numbers.${name}`, isFine ? null : `It lies between ${least} and ${most}.`];
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
    : failure("bad-setting", profile.title, "it does not say how its samples are packed.");
};
