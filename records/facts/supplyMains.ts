import { RUN_KINDS } from "@/core/run";
import { energyBalance, type EnergyBalance } from "@/core/supply";
import type { Evidence, EvidenceChannel } from "@/core/verdict";
import { figureNamed } from "./figureNamed";
import { CLAMP_STD_RATIO, WATTS_STD_RATIO } from "./meterAccuracy";

/** One level of a mains draw. */
export type MainsLevel = {
  label: string;
  balance: EnergyBalance;
  /** What makes a reading of it doubtful; of a doubtful level nothing follows. */
  doubts: readonly string[];
  /** What the breaker has left, in amperes. */
  marginAmperes: number | null;
};

/** The peak at switching on, and what the breaker surely stands; amperes. */
export type Inrush = { peak: number; stands: number };

/** From the mains: what goes in, comes out and stays as heat at each level that was read. */
export type MeasuredMains = { levels: readonly MainsLevel[]; inrush: Inrush | null };

/** Levels by what their figures end in; a meter that was read once ends in nothing. */
const MAINS_LEVELS = [
  ["-idle", "idle"],
  ["-eighth", "at an eighth"],
  ["-rated", "at rated output"],
  ["", "as read"],
] as const;

/** What runs tell of the mains; of each level the newest, which come first. */
export const mainsOf = (runs: readonly Evidence[]): MeasuredMains | null => {
  const read = runs.flatMap(({ kind, channels }) => (RUN_KINDS[kind].needsMains ? channels : []));
  const levels = MAINS_LEVELS.flatMap(([ending, label]) => {
    const channel = read.find((each) => figureNamed(each, `mains${ending}`) !== null);
    return channel ? mainsLevel(channel, ending, label) : [];
  });
  const peak = read.flatMap((channel) => figureNamed(channel, "inrush")?.value ?? [])[0];
  const stands = read.flatMap((channel) => figureNamed(channel, "inrush-margin")?.value ?? [])[0];
  return levels.length > 0 ? { levels, inrush: peak && stands ? { peak, stands } : null } : null;
};

const worth = (value: number, ratio: number) => ({ value, stdUncertainty: ratio * value });

const mainsLevel = (channel: EvidenceChannel, ending: string, label: string): MainsLevel[] => {
  const [watts, heat, amperes, factor, marginAmperes] = [
    "mains",
    "heat",
    "amperes",
    "power-factor",
    "margin",
  ].map((what) => figureNamed(channel, `${what}${ending}`)?.value ?? null);
  if (!watts || watts <= 0) return [];
  return [
    {
      label,
      doubts: (channel.cautions ?? []).flatMap(({ text, touches }) =>
        touches.includes(`mains${ending}`) ? [text] : [],
      ),
      marginAmperes,
      balance: energyBalance({
        inWatts: worth(watts, WATTS_STD_RATIO),
        outWatts: outOf(ending, watts, heat),
        apparent:
          amperes && factor
            ? { volts: watts / (factor * amperes), amperes: worth(amperes, CLAMP_STD_RATIO) }
            : null,
      }),
    },
  ];
};

/** What came out: at rest nothing, else what is not heat; not known where only the mains were read. */
const outOf = (ending: string, watts: number, heat: number | null) => {
  if (ending === "-idle") return worth(0, 0);
  return heat === null ? null : worth(Math.max(0, watts - heat), WATTS_STD_RATIO);
};

const HOURS_OF_A_YEAR = 8766;

/** Kilowatt-hours of a year if it is never switched off. Definition. */
export const idleYearKilowattHours = (idleWatts: number): number =>
  (idleWatts * HOURS_OF_A_YEAR) / 1000;
