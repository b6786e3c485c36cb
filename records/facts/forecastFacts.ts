import {
  assumptionsFor,
  type Assumptions,
  type ForecastClass,
  type ForecastFacts,
} from "@/core/forecast";
import {
  supplyWatts,
  type Amplifier,
  type Details,
  type ForecastSettings,
  type Supply,
} from "@/records";

const CLASSES: Record<Amplifier["topology"], ForecastClass> = {
  "class A": "a",
  "class AB": "ab",
  "class G or H": "gh",
  "class D": "d",
  "push-pull with transformer": "transformer",
  "not known": "unknown",
};

export const classOf = ({ topology }: Pick<Amplifier, "topology">): ForecastClass =>
  CLASSES[topology];

/** The supply of that name, else the one in the box, else the first. */
export const supplyFor = ({ supplies }: Details, name: string | null | undefined): Supply | null =>
  supplies.find((supply) => supply.name === name) ??
  supplies.find(({ isInTheBox }) => isInTheBox) ??
  supplies[0] ??
  null;

/** What the brief says, as far as a forecast needs it. */
export const forecastFacts = (
  amplifier: Pick<Amplifier, "topology">,
  details: Details,
  supply: Supply | null,
  sourceVoltsRms: number | null,
): ForecastFacts => ({
  stageClass: classOf(amplifier),
  isBridgeTied: details.terminals === "not known" ? null : details.terminals === "bridge-tied",
  supplyVolts: supply?.volts ?? null,
  isSplitSupply: supply === null || supply.kind === "linear" || supply.kind === "switched",
  supplyWatts: supply && supplyWatts(supply),
  gainRatio: details.gainRatio ?? null,
  sourceVoltsRms,
});

/** What is usual for the class, what the sheet says instead, and what the reviewer changed. */
export const assumptionsOf = (
  amplifier: Pick<Amplifier, "topology">,
  { assumptions, printed }: Pick<ForecastSettings, "assumptions" | "printed">,
): Assumptions =>
  assumptionsFor(
    classOf(amplifier),
    Object.fromEntries(
      [...Object.entries(printed ?? {}), ...Object.entries(assumptions ?? {})].filter(
        ([, value]) => value !== null && value !== undefined,
      ),
    ),
  );
