import { parseNumber } from "@/core/units";
import {
  channelLetter,
  plainSetting,
  type Connection,
  type Evidence,
  type MadeFor,
} from "@/core/verdict";
import {
  NO_SETUP,
  type Details,
  type RunEntry,
  type Setup,
  type SetupDetails,
  type Supply,
} from "@/records";

/** What of an amplifier has more than one of a kind, so that a reading must say which: nothing is asked of the rest. */
export type ChoosableSetup = {
  /** The default one first. */
  supplies: readonly string[];
  /** Each with its usual position first. */
  switches: readonly { name: string; positions: readonly string[] }[];
  inputs: readonly string[];
  canBridge: boolean;
};

type Known = SetupDetails;

const BRIDGING = /bridg|btl/i;

/** Positions as they are written down: "on, off". */
const positionsOf = (text: string): string[] =>
  text
    .split(/[,/;]/)
    .map((each) => each.trim())
    .filter((each) => each !== "");

const several = (names: string[]): string[] => (names.length > 1 ? names : []);

/** The supply that claims mean that name none: the one in the box. Null where no supply is written down. */
export const usualSupply = ({ supplies }: Pick<Details, "supplies">): string | null =>
  (supplies.find(({ isInTheBox }) => isInTheBox) ?? supplies[0])?.name ?? null;

/** @see ChoosableSetup */
export const setupChoices = (details: Known): ChoosableSetup => {
  const usual = usualSupply(details);
  const names = details.supplies.map(({ name }) => name);
  const switches = details.switches.map(({ name, positions }) => ({
    name,
    positions: positionsOf(positions),
  }));
  const bridges = ({ name, positions }: (typeof switches)[number]) =>
    BRIDGING.test([name, ...positions].join(" "));
  return {
    supplies:
      usual === null || names.length < 2 ? [] : [usual, ...names.filter((name) => name !== usual)],
    // A switch that bridges is asked for as the connection.
    switches: switches.filter((each) => each.positions.length > 1 && !bridges(each)),
    inputs: several(positionsOf(details.inputs ?? "")),
    canBridge: switches.some(bridges),
  };
};

/** How the terminals of the Brief stand to earth. */
const OUTPUT_OF: Readonly<Record<Details["terminals"], Setup["terminals"]>> = {
  "not known": "",
  "one side is earth": "one side at earth",
  "bridge-tied": "floating",
};

const usualTerminals = ({ terminals = "not known" }: Known): Setup["terminals"] =>
  OUTPUT_OF[terminals];

/** The amplifier as supplied, every switch in its usual position. */
export const usualSetup = (details: Known): Setup => ({
  ...NO_SETUP,
  terminals: usualTerminals(details),
  supply: usualSupply(details),
  switches: Object.fromEntries(
    setupChoices(details).switches.map(({ name, positions }) => [name, positions[0]]),
  ),
});

const isSame = (one: string, other: string): boolean => one.toLowerCase() === other.toLowerCase();

/** What a text says of the setup, the rest at its default: "supply: 48 V brick, limiter: off", "bridged", "cover off". */
export const setupFromText = (text: string, details: Known): Setup => {
  const { switches } = setupChoices(details);
  const other: string[] = [];
  let setup = usualSetup(details);
  for (const part of text.split(",").map((each) => each.trim())) {
    if (plainSetting(part) === "") continue;
    const supply = supplyNamed(part.replace(/^supply:\s*/i, ""), details);
    const [, name = "", position = ""] = /^([^:]+):\s*(.+)$/.exec(part) ?? [];
    const known = switches.find((each) => isSame(each.name, name));
    if (supply) setup = { ...setup, supply };
    else if (/^supply:/i.test(part)) setup = { ...setup, supply: position };
    else if (known)
      setup = {
        ...setup,
        switches: {
          ...setup.switches,
          [known.name]: known.positions.find((each) => isSame(each, position)) ?? position,
        },
      };
    else if (isSame(part, "bridged") || isSame(part, "parallel"))
      setup = { ...setup, connection: part.toLowerCase() as Connection };
    else other.push(part);
  }
  return { ...setup, other: other.join(", ") };
};

/** A supply by its name, or by volts that only one of them has: "48 V adapter". Null where none is meant for sure. */
export const supplyNamed = (
  text: string,
  { supplies }: { supplies: readonly Pick<Supply, "name" | "volts">[] },
): string | null => {
  const exact = supplies.find(({ name }) => isSame(name, text.trim()));
  if (exact) return exact.name;
  const [, volts] = /(?:^|[^\d.,])(\d+(?:[.,]\d+)?)\s*v\b/i.exec(` ${text}`) ?? [];
  if (volts === undefined) return null;
  const meant = Number(volts.replace(",", "."));
  const fitting = supplies.filter(
    (each) => each.volts === meant || new RegExp(`(?:^|\\D)${meant}\\s*v\\b`, "i").test(each.name),
  );
  return fitting.length === 1 ? fitting[0].name : null;
};

/** Switches away from their usual position, and whatever else is not at its default. */
const settingParts = ({ switches, other }: Setup, details: Known): string[] => [
  ...setupChoices(details).switches.flatMap(({ name, positions: [usual] }) => {
    const { [name]: position = usual } = switches;
    return isSame(position, usual) ? [] : [`${name}: ${position}`];
  }),
  ...(other === "" ? [] : [other]),
];

const supplyPart = ({ supply }: Setup, details: Known): string =>
  supply === null || supply === usualSupply(details) ? "" : supply;

/** What a claim is made for, in the words that lists name settings by; empty for the amplifier as supplied. */
export const madeForText = (madeFor: Setup, details: Known): string =>
  settingText(byBriefNames(madeFor, details), details);

/** All that a claim names of what it is made for, though it be the default: "48 V brick, soft clip: on, balanced input". */
export const madeForWords = (madeFor: Setup, details: Known): string => {
  const { supply, switches, other, connection, input, mains, driven } = byBriefNames(
    madeFor,
    details,
  );
  return [
    supply,
    ...Object.entries(switches).map(([name, position]) => `${name}: ${position}`),
    other,
    connection === "normal" ? "" : connection,
    input && `${input} input`,
    mains && `${mains} mains`,
    driven.length > 0 && `channels ${driven.map(channelLetter).join(", ")}`,
  ]
    .filter(Boolean)
    .join(", ");
};

/** What of a setup is not at its default, as lists and comparisons name it; empty for the amplifier as supplied. */
export const settingText = (setup: Setup, details: Known): string => {
  const supply = supplyPart(setup, details);
  return [
    ...(supply === "" ? [] : [`supply: ${supply}`]),
    ...settingParts(setup, details),
    ...(setup.connection === "normal" ? [] : [setup.connection]),
  ]
    .join(", ")
    .slice(0, 200);
};

/** A setup with the texts that lists, comparisons and packages name it by. */
export type NamedSetup = { setup: Setup; setting: string; inputUsed: string };

export const namedSetup = (setup: Setup, details: Known): NamedSetup => ({
  setup,
  setting: settingText(setup, details),
  inputUsed: [setup.input, setup.levelControl].filter(Boolean).join(", ").slice(0, 120),
});

/** What a setup leaves open of an amplifier that has several of a kind. */
export const unrecordedIn = (setup: Setup, details: Known): NonNullable<Evidence["unrecorded"]> => {
  const { supplies, switches } = setupChoices(details);
  return [
    ...(supplies.length > 0 && setup.supply === null ? (["supply"] as const) : []),
    ...(switches.some(({ name }) => setup.switches[name] === undefined)
      ? (["setting"] as const)
      : []),
  ];
};

/** A setup in lines, as a reading shows it: null where it was not recorded, and nothing of which the amplifier has one only. */
export const setupFacts = (
  setup: Setup,
  details: Known,
): (readonly [label: string, value: string | null])[] => {
  const { supplies, switches } = setupChoices(details);
  const written: [string, string][] = [
    ["Outputs", setup.connection === "normal" ? "" : setup.connection],
    ["Driven", setup.driven.map(channelLetter).join(", ")],
    ["Input", setup.input],
    ["Level control", setup.levelControl],
    ["Terminals", setup.terminals === usualTerminals(details) ? "" : setup.terminals],
    ["Warm-up", setup.warmth],
    ["Mains", setup.mains],
    ["Other", setup.other],
  ];
  return [
    ...(supplies.length > 0 || (setup.supply !== null && setup.supply !== usualSupply(details))
      ? [["Supply", setup.supply] as const]
      : []),
    ...switches.map(({ name }) => [name, setup.switches[name] ?? null] as const),
    ...written.filter(([, value]) => value !== ""),
  ];
};

/**
 * The setup that a run was taken on. A run from before setups were kept has what its text names; without any text nothing was asked, so
 * that what the amplifier has several of is not recorded. The simulated bench plays what it is set to.
 */
export const setupOfRun = (
  {
    source,
    setup,
    setting = "",
  }: Pick<RunEntry, "source" | "setup"> & Partial<Pick<RunEntry, "setting">>,
  details: Known,
): Setup => {
  // One that was kept before something was asked for lacks it.
  if (setup) return { ...NO_SETUP, ...setup };
  if (plainSetting(setting) !== "" || source === "simulated-bench")
    return setupFromText(setting, details);
  return NO_SETUP;
};

/**
 * What of a setup can be chosen, as the chain shows it: the supply where there are several, and what is not as supplied; empty where the
 * amplifier has one of each kind.
 */
export const chosenSetup = (setup: Setup, details: Known): string => {
  const { supplies, switches } = setupChoices(details);
  const parts = [
    ...(supplies.length > 0 ? [setup.supply ?? "supply not recorded"] : []),
    ...settingParts({ ...setup, other: "" }, details),
    ...(setup.connection === "normal" ? [] : [setup.connection]),
  ];
  return parts.join(", ") || (switches.length > 0 ? "as supplied" : "");
};

/** How the newest reading was taken; null before the first. */
export const lastSetup = (newestFirst: readonly Pick<RunEntry, "setup">[]): Setup | null => {
  const last = newestFirst.find(({ setup }) => setup)?.setup;
  return last ? { ...NO_SETUP, ...last } : null;
};

/** A run as the judge takes it, with its setup by the names of the Brief. */
export const asSetUp = (evidence: Evidence, setup: Setup, details: Known): Evidence => {
  const unrecorded = unrecordedIn(setup, details);
  return {
    ...evidence,
    supply: supplyPart(setup, details),
    setting: settingParts(setup, details).join(", "),
    ...(unrecorded.length > 0 && { unrecorded }),
    ...(setup.connection !== "normal" && { connection: setup.connection }),
    ...(setup.input !== "" && { input: inputNamed(setup.input, details) ?? setup.input }),
    ...mainsOf(setup),
  };
};

/** Volts of the mains as they are written down: "230 V, 50 Hz", "AC 120 V~", "117"; nothing where there are none. */
const mainsOf = ({ mains }: Setup): { mainsVolts?: number } => {
  const [, volts] = /(\d+(?:[.,]\d+)?)\s*(?:v|$)/i.exec(mains.trim()) ?? [];
  const mainsVolts = parseNumber(volts ?? "");
  return mainsVolts ? { mainsVolts } : {};
};

/** An input by the name that the Brief has for it; null where the amplifier has one, or none that is meant. */
const inputNamed = (text: string, details: Known): string | null => {
  const { inputs } = setupChoices(details);
  const words = plainWords(text);
  const fitting = inputs.filter((each) => {
    const name = plainWords(each);
    return (
      ` ${words} `.includes(` ${name} `) || (words !== "" && ` ${name} `.includes(` ${words} `))
    );
  });
  return fitting.length === 1 ? fitting[0] : null;
};

/** Letters and digits of any script, in lower case, one space between words: for comparing names. */
export const plainWords = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

/** "Soft clip" is also written "softclip". */
const plain = (text: string): string => plainWords(text).replaceAll(" ", "");

/** Words of a claim by the names of the Brief, where they can mean one thing only: "soft clip: off" and "tap: 4 Ω" name a switch. */
export const byBriefNames = (kept: Setup, details: Known): Setup => {
  const setup = { ...NO_SETUP, ...kept };
  const { switches } = setupChoices(details);
  const left: string[] = [];
  const found: Record<string, string> = { ...setup.switches };
  for (const part of setup.other.split(",").map((each) => each.trim())) {
    const [, name = "", position = ""] = /^([^:]+):\s*(.+)$/.exec(part) ?? [];
    const fitting = switches.filter(
      (each) =>
        plain(name) !== "" &&
        (plain(each.name).includes(plain(name)) || plain(name).includes(plain(each.name))),
    );
    const known = fitting.length === 1 ? fitting[0] : null;
    const meant = known?.positions.find((each) => plain(each) === plain(position));
    if (known && meant !== undefined) found[known.name] = meant;
    else if (part !== "") left.push(part);
  }
  return {
    ...setup,
    supply: setup.supply && (supplyNamed(setup.supply, details) ?? setup.supply),
    input: inputNamed(setup.input, details) ?? setup.input,
    switches: found,
    other: left.join(", "),
  };
};

/** Why no reading can be taken for a claim: it names a supply that the Brief does not have. Null where there is none. */
export const madeForTrouble = (madeFor: Setup, details: Known): string | null => {
  const { supply } = byBriefNames(madeFor, details);
  return supply === null || details.supplies.some(({ name }) => isSame(name, supply))
    ? null
    : `The supply “${supply}” is not in the Brief. Add it under Supplies, or choose another for this claim.`;
};

const namesSetting = ({ supply, switches, other }: Setup): boolean =>
  supply !== null || Object.keys(switches).length > 0 || other !== "";

/** What a claim is made for, as the judge takes it: what it does not name is at its default. */
export const madeForOf = (setup: Setup, details: Known): MadeFor => {
  const named = byBriefNames(setup, details);
  // Of an amplifier with one input there is nothing to ask.
  const isChoice = setupChoices(details).inputs.includes(named.input);
  return {
    supply: supplyPart(named, details),
    setting: settingParts(named, details).join(", "),
    connection: named.connection,
    ...(isChoice && { input: named.input }),
    ...mainsOf(named),
    ...(named.driven.length > 0 && { driven: named.driven.toSorted((a, b) => a - b) }),
    ...(namesSetting(named) && { namesSetting: true as const }),
  };
};
