/** What is known before power is applied. */
export type SafetyFacts = {
  topology: string;
  kind: string;
  /** Watts and ohms that belong together: those of the highest volts. */
  powerWatts: number;
  loadOhms: number;
  /** What its supply could drive through one output at most, RMS; absent where no supply is written down. */
  railVoltsRms?: number;
  /** The most watts of any claim, and the lowest load, where they are others. */
  mostWatts?: number;
  lowestOhms?: number;
  channelsDriven: number;
  /** Whether a speaker terminal is grounded, as far as known. */
  // eslint-disable-next-line no-restricted-syntax -- values that kept shelves hold
  terminals?: "not known" | "one side is earth" | "bridge-tied";
  /** Two channels are bridged. */
  isBridged?: boolean;
  withSpeaker?: boolean;
  /** Hours of heat without someone at the bench. */
  isUnattended?: boolean;
};

export type SafetyCautionCode =
  | "earth"
  | "bridge-tied"
  | "first-power-up"
  | "high-volts"
  | "hot-load"
  | "low-ohms"
  | "bridged"
  | "speaker"
  | "unattended"
  | "order"
  | "mains";

/** A caution by its code; `amount` is the volts or watts that it warns of, rounded. Risky ones must be confirmed before a run. */
export type SafetyCaution = {
  code: SafetyCautionCode;
  amount: number | null;
  isRisky: boolean;
};

/** Above this many volts RMS touching the output is dangerous. @see IEC 61010-1; from memory */
const TOUCHABLE_VOLTS = 25;
/** From so many watts on resistors burn skin within seconds. */
const HOT_WATTS = 50;
const LOW_OHMS = 4;

/** The most that may stand between the terminals of an output: as claimed, or as the supply allows; of a bridge twice that. */
const outputVolts = ({
  powerWatts,
  loadOhms,
  railVoltsRms = 0,
  isBridged = false,
}: SafetyFacts): number =>
  (isBridged ? 2 : 1) * Math.max(Math.sqrt(powerWatts * loadOhms), railVoltsRms);
const heatWatts = ({ powerWatts, mostWatts = powerWatts, channelsDriven }: SafetyFacts): number =>
  mostWatts * channelsDriven;
const mayBeBridgeTied = ({ terminals = "not known", kind, topology }: SafetyFacts): boolean =>
  terminals === "not known" &&
  (kind === "mini" || topology === "class D" || topology === "not known");

type Rule = Omit<SafetyCaution, "amount"> & {
  applies(facts: SafetyFacts): boolean;
  amount?(facts: SafetyFacts): number;
};

/** The most serious first. */
const RULES: readonly Rule[] = [
  { code: "earth", applies: mayBeBridgeTied, isRisky: true },
  {
    code: "bridge-tied",
    applies: ({ terminals }) => terminals === "bridge-tied",
    isRisky: true,
  },
  { code: "bridged", applies: ({ isBridged }) => isBridged === true, isRisky: true },
  { code: "first-power-up", applies: ({ kind }) => kind === "vintage", isRisky: true },
  {
    code: "high-volts",
    applies: (facts) => outputVolts(facts) > TOUCHABLE_VOLTS,
    amount: outputVolts,
    isRisky: true,
  },
  {
    code: "hot-load",
    applies: (facts) => heatWatts(facts) >= HOT_WATTS,
    amount: heatWatts,
    isRisky: true,
  },
  {
    code: "low-ohms",
    applies: ({ loadOhms, lowestOhms = loadOhms }) => lowestOhms < LOW_OHMS,
    isRisky: true,
  },
  { code: "speaker", applies: ({ withSpeaker }) => withSpeaker === true, isRisky: true },
  { code: "unattended", applies: ({ isUnattended }) => isUnattended === true, isRisky: true },
  { code: "order", applies: () => true, isRisky: false },
  { code: "mains", applies: () => true, isRisky: false },
];

/** The cautions that apply to this amplifier and its loads, the most serious first. Their words are in phrasing/safety. */
export const cautionsFor = (facts: SafetyFacts): SafetyCaution[] =>
  RULES.filter(({ applies }) => applies(facts)).map(({ code, amount, isRisky }) => ({
    code,
    amount: amount ? Math.round(amount(facts)) : null,
    isRisky,
  }));

/** A confirmation as it is stored, with the title that was shown. */
export type Confirmed = { code: string; title: string };

/** A caution counts as confirmed for the volts or watts in the title that was confirmed, and no others. */
export const isConfirmed = (
  { code, amount }: SafetyCaution,
  confirmed: readonly Confirmed[],
): boolean =>
  confirmed.some(
    (each) => each.code === code && (amount === null || each.title.startsWith(`${amount} `)),
  );

/** Risky cautions that have not been confirmed yet. */
export const unconfirmed = (
  cautions: readonly SafetyCaution[],
  confirmed: readonly Confirmed[],
): SafetyCaution[] =>
  cautions.filter((caution) => caution.isRisky && !isConfirmed(caution, confirmed));
