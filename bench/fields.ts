/** A number with its unit and valid span; `usual` stands in where a file leaves it out. */
export type QuantityParameter = {
  type: "quantity";
  label: string;
  unit: string;
  least: number;
  most: number;
  usual: number;
};
export type ChoiceParameter<T extends string | number = string | number> = {
  type: "choice";
  label: string;
  choices: readonly T[];
  usual: T;
};
export type SwitchField = { type: "switch"; label: string; usual: boolean };
export type Field = QuantityParameter | ChoiceParameter | SwitchField;

/** The fields of one part of the bench: the single place that its type, checks, JSON Schema and form come from. */
export type Fields = Readonly<Record<string, Field>>;

type ValueOf<F extends Field> =
  F extends ChoiceParameter<infer T> ? T : F extends SwitchField ? boolean : number;

/** The values of a part, complete. */
export type PartOf<F extends Fields> = { -readonly [K in keyof F]: ValueOf<F[K]> };

export const quantityParameter = (
  label: string,
  unit: string,
  [least, most]: readonly [number, number],
  usual: number,
): QuantityParameter => ({ type: "quantity", label, unit, least, most, usual });
export const choice = <const T extends string | number>(
  label: string,
  choices: readonly T[],
  usual: NoInfer<T>,
): ChoiceParameter<T> => ({ type: "choice", label, choices, usual });
export const onOff = (label: string, usual: boolean): SwitchField => ({
  type: "switch",
  label,
  usual,
});

/** A part with default fields, except those given. */
export const partOf = <F extends Fields>(fields: F, given: Partial<PartOf<F>> = {}): PartOf<F> => ({
  ...(Object.fromEntries(
    Object.entries(fields).map(([name, { usual }]) => [name, usual]),
  ) as PartOf<F>),
  ...given,
});
