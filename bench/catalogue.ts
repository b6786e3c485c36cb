import { success, type Outcome } from "@/core/outcome";
import type { InstrumentFacts } from "./contract";
import type { InstrumentDescription } from "./instruments";
import type { InstrumentPanel, ParameterValue } from "./panel";
import {
  checkRig,
  EXAMPLE_RIGS,
  simulatedFacts,
  simulatedPanel,
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
 * The same on a supply with another label: volts, and the amperes or watts that it gives for any time. Only a brick can be changed for
 * another; with a supply inside, or a label that says no volts, it stays as it is.
 */
export const onSupply = (
  described: AdjustableDescription,
  { volts, amperes, watts }: SupplyLabel,
): AdjustableDescription => {
  const { supply } = described.amplifier as { supply?: { kind?: unknown } };
  if (supply?.kind !== "brick" || !volts) return described;
  const current = amperes ?? (watts ? watts / volts : null);
  const changed = withParameter(described, "supply", "volts", volts);
  return current ? withParameter(changed, "supply", "limitAmperes", current) : changed;
};

/** What is printed on a supply; null where it does not say. */
type SupplyLabel = {
  volts?: number | null;
  amperes?: number | null;
  watts?: number | null;
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
