// bench/panel: what a screen shows of an instrument's settings, whichever instrument it is.
import type { Field } from "./fields";

export type ParameterValue = number | string | boolean;
export type Parameter = { name: string; field: Field; value: ParameterValue };
export type ParameterGroup = { name: string; label: string; parameters: readonly Parameter[] };

/** An instrument's settings; one that has none has no groups. */
export type InstrumentPanel = {
  title: string;
  /** What kind of thing it is, in a few words. */
  note: string;
  /** What is wrong with it, in words: to be found first. */
  faults: readonly string[];
  groups: readonly ParameterGroup[];
};

/** How many settings differ between two of the same make. */
export const changeCount = (panel: InstrumentPanel, original: InstrumentPanel): number =>
  panel.groups.reduce(
    (count, { parameters }, g) =>
      count +
      parameters.filter(({ value }, p) => value !== original.groups[g].parameters[p].value).length,
    0,
  );
