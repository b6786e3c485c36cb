import { success, type Outcome } from "@/core/outcome";
import type { SupplyTest } from "@/core/supply";
import type { InstrumentFacts } from "./contract";
import type { InstrumentDescription } from "./instruments";
import type { InstrumentPanel, ParameterValue } from "./panel";
import {
  checkRig,
  EXAMPLE_RIGS,
  simulatedFacts,
  simulatedPanel,
  trySupply,
  type ExampleName,
} from "./simulated";

/** An instrument with settings of its own: today the simulated bench alone. */
export type AdjustableDescription = Extract<InstrumentDescription, { kind: "simulated" }>;

/** What an instrument can do, without making it. @returns a finding that says what is wrong with the description */
export const describedFacts = ({ amplifier }: AdjustableDescription): Outcome<InstrumentFacts> => {
  const checked = checkRig(amplifier);
  return checked.ok ? success(simulatedFacts(checked.value)) : checked;
};

/** The same of one from the catalogue, however it was set. @throws {RangeError} on a description that is none */
export const instrumentFacts = ({ amplifier }: AdjustableDescription): InstrumentFacts =>
  simulatedFacts(trusted(amplifier));

/** What may be set on it, and what it is set to. @throws {RangeError} on a description that is none */
export const panelOf = ({ amplifier }: AdjustableDescription): InstrumentPanel =>
  simulatedPanel(trusted(amplifier));

const trusted = (amplifier: object) => {
  const checked = checkRig(amplifier);
  if (!checked.ok) throw new RangeError(checked.finding.advice);
  return checked.value;
};

/** The same with one setting changed; whoever plays it checks it. */
export const withParameter = (
  described: AdjustableDescription,
  group: string,
  name: string,
  value: ParameterValue,
): AdjustableDescription => {
  const amplifier = described.amplifier as Record<string, object>;
  return {
    ...described,
    amplifier: { ...amplifier, [group]: { ...amplifier[group], [name]: value } },
  };
};

/**
 * The same on another supply: volts, and the amperes or watts that it gives for any time, or mains of other volts. Only a brick can be
 * changed for another; with a supply inside, or a label that says no volts, that stays as it is.
 */
export const onSupply = (
  described: AdjustableDescription,
  { volts, amperes, watts, count, mainsVolts }: SupplyLabel,
): AdjustableDescription => {
  const onMains = mainsVolts ? withMains(described, mainsVolts) : described;
  const { supply } = described.amplifier as { supply?: { kind?: unknown } };
  if (supply?.kind !== "brick" || !volts) return onMains;
  const current = amperes ?? (watts ? watts / volts : null);
  const changed = withParameter(onMains, "supply", "volts", volts);
  return current
    ? withParameter(changed, "supply", "limitAmperes", (count ?? 1) * current)
    : changed;
};

/** Beyond this ratio nobody plugs an amplifier in as it is: its voltage selector is set first. Chosen here. */
const SELECTOR_RATIO = 1.15;

const withMains = (described: AdjustableDescription, voltsRms: number): AdjustableDescription => {
  const { nominalVoltsRms } = trusted(described.amplifier).mains;
  const changed = withParameter(described, "mains", "voltsRms", voltsRms);
  const isFar = Math.max(voltsRms / nominalVoltsRms, nominalVoltsRms / voltsRms) > SELECTOR_RATIO;
  return isFar ? withParameter(changed, "mains", "nominalVoltsRms", voltsRms) : changed;
};

/** What is printed on a supply; null where it does not say. */
type SupplyLabel = {
  volts?: number | null;
  amperes?: number | null;
  watts?: number | null;
  /** How many feed it together. */
  count?: number | null;
  /** Mains that it is connected to, where they differ from the mains at home. */
  mainsVolts?: number | null;
};

/**
 * The same with a switch of its own thrown, as a reviewer names it: "output limiter: off". Null where the simulated amplifier has no
 * such switch.
 */
export const withSwitch = (
  described: AdjustableDescription,
  name: string,
  position: string,
): AdjustableDescription | null => {
  if (!/limit/i.test(name)) return null;
  const { limiterVolts } = trusted(described.amplifier).input;
  if (/^(off|out|0)$/i.test(position.trim()))
    return withParameter(described, "input", "limiterVolts", 0);
  // One that ships without a limiter has none to switch on.
  return limiterVolts > 0 ? described : null;
};

/** The same by another name. */
export const renamed = (described: AdjustableDescription, name: string): AdjustableDescription => ({
  ...described,
  amplifier: { ...described.amplifier, name },
});

/** The same without its faults. */
export const mended = (described: AdjustableDescription): AdjustableDescription => ({
  ...described,
  amplifier: { ...described.amplifier, faults: [] },
});

/** The same with the faults that another has. */
export const withFaultsOf = (
  described: AdjustableDescription,
  { amplifier }: AdjustableDescription,
): AdjustableDescription => ({
  ...described,
  amplifier: { ...described.amplifier, faults: (amplifier as { faults: unknown }).faults },
});

export type CatalogueName = ExampleName;

/** The amplifiers that ship with the simulated bench. */
export const CATALOGUE = Object.keys(EXAMPLE_RIGS) as readonly CatalogueName[];

/** One of them, as it ships. */
export const fromCatalogue = (name: CatalogueName): AdjustableDescription => ({
  kind: "simulated",
  amplifier: EXAMPLE_RIGS[name],
  seed: 1,
});

/** Its name as it is shown. */
export const catalogueTitle = (name: CatalogueName): string => EXAMPLE_RIGS[name].name;

/**
 * What a brick with this label would do by itself into a resistor: at its label, between, and beyond until it gives way. It rehearses a
 * test, and says nothing of a real supply.
 */
export const rehearsedSupply = (label: { volts: number; amperes: number }): SupplyTest[] =>
  trySupply(label);
