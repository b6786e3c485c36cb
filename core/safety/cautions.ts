/** What is known before power is applied. */
export type SafetyFacts = {
  topology: string;
  kind: string;
  /** Watts and ohms that belong together: those of the highest volts. */
  powerWatts: number;
  loadOhms: number;
  /** The most watts of any claim, and the lowest load, where they are others. */
  mostWatts?: number;
  lowestOhms?: number;
  channelsDriven: number;
  /** How the speaker terminals stand to earth, as far as known. */
  terminals?: "not known" | "one side is earth" | "bridge-tied";
  /** Two channels work as one. */
  isBridged?: boolean;
  withSpeaker?: boolean;
  /** Hours of heat without someone at the bench. */
  isUnattended?: boolean;
};

export type SafetyCautionCode =
  | "earth"
  | "first-power-up"
  | "high-volts"
  | "hot-load"
  | "low-ohms"
  | "bridged"
  | "speaker"
  | "unattended"
  | "order"
  | "mains";

/** `isRisky` ones are to be confirmed before a run. */
export type SafetyCaution = {
  code: SafetyCautionCode;
  title: string;
  reason: string;
  isRisky: boolean;
};

/** Below this many volts RMS, a touch of dry skin is commonly held to be without danger; the trade's usual limit. */
const TOUCHABLE_VOLTS = 25;
/** Above so many watts in all, resistors burn within seconds of a touch. Common practice. */
const HOT_WATTS = 50;
const LOW_OHMS = 4;

const outputVolts = ({ powerWatts, loadOhms }: SafetyFacts): number =>
  Math.sqrt(powerWatts * loadOhms);
const heatWatts = ({ powerWatts, mostWatts = powerWatts, channelsDriven }: SafetyFacts): number =>
  mostWatts * channelsDriven;
const mayBeBridgeTied = ({ terminals = "not known", kind, topology }: SafetyFacts): boolean =>
  terminals === "not known" &&
  (kind === "mini" || topology === "class D" || topology === "not known");

type Rule = Omit<SafetyCaution, "title"> & {
  applies(facts: SafetyFacts): boolean;
  title: string | ((facts: SafetyFacts) => string);
};

/** Gravest first. Common practice of the trade. */
const RULES: readonly Rule[] = [
  {
    code: "earth",
    applies: mayBeBridgeTied,
    title: "Is an output terminal grounded?",
    reason:
      "Many small and class D amplifiers drive both terminals (bridge-tied). A grounded clip on either shorts the output to ground and destroys the amplifier or the instrument: use a differential probe or two channels.",
    isRisky: true,
  },
  {
    code: "earth",
    applies: ({ terminals }) => terminals === "bridge-tied",
    title: "No grounded clip on either terminal",
    reason:
      "The outputs are bridge-tied: both terminals swing. A grounded probe shorts one of them to ground; use a differential probe, or two channels and subtract.",
    isRisky: true,
  },
  {
    code: "bridged",
    applies: ({ isBridged }) => isBridged === true,
    title: "Bridged channels",
    reason:
      "Bridged, each half drives half the load, neither terminal is ground, and the voltage doubles. Check that the manufacturer allows this load bridged, and set the switch with the power off.",
    isRisky: true,
  },
  {
    code: "first-power-up",
    applies: ({ kind }) => kind === "vintage",
    title: "First power-up of an old amplifier",
    reason:
      "Dried-out capacitors can fail at full mains voltage. Have someone qualified power it up gradually; do not open it yourself.",
    isRisky: true,
  },
  {
    code: "high-volts",
    applies: (facts) => outputVolts(facts) > TOUCHABLE_VOLTS,
    title: (facts) => `${Math.round(outputVolts(facts))} V on the output terminals`,
    reason:
      "At the claimed power the output voltage can injure. Insulate the terminals, and touch nothing while it is live.",
    isRisky: true,
  },
  {
    code: "hot-load",
    applies: (facts) => heatWatts(facts) >= HOT_WATTS,
    title: (facts) => `${Math.round(heatWatts(facts))} W of heat in the loads`,
    reason:
      "Resistors burn skin and scorch wood within seconds at rated power. Give them air, nothing flammable near, and time to cool.",
    isRisky: true,
  },
  {
    code: "low-ohms",
    applies: ({ loadOhms, lowestOhms = loadOhms }) => lowestOhms < LOW_OHMS,
    title: "Low load",
    reason:
      "Below 4 Ω many amplifiers are outside their specification: bursts first, and be ready to mute.",
    isRisky: true,
  },
  {
    code: "speaker",
    applies: ({ withSpeaker }) => withSpeaker === true,
    title: "A loudspeaker is connected",
    reason:
      "A test tone at rated power destroys a tweeter in seconds and damages hearing in minutes. Protect your ears, keep the level down, and use bursts.",
    isRisky: true,
  },
  {
    code: "unattended",
    applies: ({ isUnattended }) => isUnattended === true,
    title: "Heat soak",
    reason:
      "Never leave a soak unattended: stay within sight, with the mains switch in reach and the room ventilated.",
    isRisky: true,
  },
  {
    code: "order",
    applies: () => true,
    title: "Load first, level at minimum",
    reason:
      "Connect the loads before power-up and start with the source at minimum, so that nothing gets loud or hot unexpectedly.",
    isRisky: false,
  },
  {
    code: "mains",
    applies: () => true,
    title: "Mains and stored charge",
    reason:
      "Mains wiring is subject to local codes and is work for licensed electricians. Supplies stay charged after unplugging; leave covers on.",
    isRisky: false,
  },
];

/**
 * The cautions that fit this amplifier and its loads, gravest first. They defer to local codes and licensed practice,
 * and never tell anyone to open mains equipment.
 * Each caution names its reason; limits of touchable voltage follow IEC 61010-1 (from memory).
 */
export const cautionsFor = (facts: SafetyFacts): SafetyCaution[] =>
  RULES.filter(({ applies }) => applies(facts)).map(({ code, title, reason, isRisky }) => ({
    code,
    title: typeof title === "string" ? title : title(facts),
    reason,
    isRisky,
  }));

/** What was confirmed, as it read then. */
export type Confirmed = { code: string; title: string };

/**
 * More watts or volts than were confirmed are to be confirmed again.
 * Chosen here, because more volts are another danger.
 */
export const isConfirmed = (caution: SafetyCaution, confirmed: readonly Confirmed[]): boolean =>
  confirmed.some(({ code, title }) => code === caution.code && title === caution.title);

/** Risky cautions that have not been confirmed yet. */
export const unconfirmed = (
  cautions: readonly SafetyCaution[],
  confirmed: readonly Confirmed[],
): SafetyCaution[] =>
  cautions.filter((caution) => caution.isRisky && !isConfirmed(caution, confirmed));
