import { isNearLoad } from "@/core/power";
import type { SetupDetails, Load, Setup } from "@/records";
import { plainWords, setupChoices, supplyNamed } from "@/records/facts";

/** What a file was recorded under, where it is not what holds for all files. */
export type OwnConditions = { loadId?: string; channelsDriven?: string; setup?: Setup };

type Known = {
  loads: readonly Load[];
  details: SetupDetails;
  channelCount: number;
  /** What holds for all files, as far as the name does not say otherwise. */
  setup: Setup;
};

const WORDS: Readonly<Record<string, number>> = { one: 1, single: 1, both: 2, two: 2, five: 5 };

/** "4ohm", "2.67 ohms", "2R67", "8R" */
const ohmsIn = (name: string): number | null => {
  const [, whole, part] = /(?:^|[\s_-])(\d+)r(\d*)(?=$|[\s_.-])/i.exec(name) ?? [];
  if (whole !== undefined) return Number(part ? `${whole}.${part}` : whole);
  const [, ohms] = /(\d+(?:[.,]\d+)?)[\s_-]*(?:ohms?|Ω)/i.exec(name) ?? [];
  return ohms === undefined ? null : Number(ohms.replace(",", "."));
};

/** "1ch", "2 channels", "both", "5driven", "all" */
const channelsIn = (name: string, channelCount: number): number | null => {
  const [, count] =
    /(?:^|[\s_-])(\d+)[\s_-]*(?:ch|channels?|driven)(?=$|[\s_.-])/i.exec(name) ?? [];
  if (count !== undefined) return Number(count);
  if (/(?:^|[\s_-])all(?=$|[\s_.-])/i.test(name)) return channelCount;
  // "take two" counts takes.
  const [, word] =
    /(?:^|[\s_-])(single|both|(?:one|two|five)(?=[\s_-]*(?:ch|channels?|driven)))(?=$|[\s_.-])/i.exec(
      name,
    ) ?? [];
  return word === undefined ? null : WORDS[word.toLowerCase()];
};

/** Whether a name holds these words, whole and in this order. */
const holds = (name: string, words: string): boolean =>
  plainWords(words) !== "" && ` ${plainWords(name)} `.includes(` ${plainWords(words)} `);

/**
 * What the name of a file says of its load, channels, supply and switches: "sweep_48V_4ohm_1ch.wav". Only what is there to be chosen
 * counts; a name is a suggestion, and every field can be changed.
 */
export const conditionsInName = (
  fileName: string,
  { loads, details, channelCount, setup }: Known,
): OwnConditions => {
  const name = fileName.replace(/\.[a-z0-9]{1,5}$/i, "");
  const words = name.replace(/_/g, " ");
  const ohms = ohmsIn(name);
  const load = ohms === null ? undefined : loads.find((each) => isNearLoad(each.nominalOhms, ohms));
  const driven = channelsIn(name, channelCount);
  const { supplies, switches } = setupChoices(details);
  const supply =
    supplies.find((each) => holds(name, each)) ??
    (supplies.length > 0 ? supplyNamed(words, details) : null);
  const positions = Object.fromEntries(
    switches.flatMap((each) => {
      const position = each.positions
        .toSorted((a, b) => b.length - a.length)
        .find((one) => holds(name, `${each.name} ${one}`));
      return position === undefined ? [] : [[each.name, position]];
    }),
  );
  const isBridged = /bridged|(?:^|[\s_-])btl(?=$|[\s_.-])/i.test(name);
  const named = supply || Object.keys(positions).length > 0 || isBridged;
  return {
    ...(load && { loadId: load.id }),
    ...(driven !== null && driven >= 1 && driven <= channelCount
      ? { channelsDriven: String(driven) }
      : {}),
    ...(named && {
      setup: {
        ...setup,
        ...(supply && { supply }),
        switches: { ...setup.switches, ...positions },
        ...(isBridged && { connection: "bridged" as const }),
      },
    }),
  };
};
