"use client";
import { useState } from "react";
import { parseNumber } from "@/core/units";
import { held, QuantityField } from "./fields";

/** A number of a document that may lie in a range; `scale` is what one of its unit is in the document's. */
export type RangedField<Name extends string> = {
  name: Name;
  label: string;
  unit: string;
  least: number;
  most: number;
  scale?: number;
};

/** Numbers that are taken over as soon as they lie in their range; what does not stays in its field with the reason. */
export function RangedFields<Name extends string>({
  fields,
  values,
  onChange,
}: {
  fields: readonly RangedField<Name>[];
  values: Readonly<Record<Name, number>>;
  onChange(name: Name, value: number): void;
}) {
  const [texts, setTexts] = useState<Partial<Record<Name, string>>>({});
  return fields.map(({ name, label, unit, least, most, scale = 1 }) => {
    const isGood = (each: number | null): each is number =>
      each !== null && each >= least && each <= most;
    const text = texts[name] ?? String(values[name] / scale);
    return (
      <QuantityField
        key={name}
        label={label}
        unit={unit}
        field={held(text, (typed) => {
          setTexts({ ...texts, [name]: typed });
          const next = parseNumber(typed);
          if (isGood(next)) onChange(name, next * scale);
        })}
        error={isGood(parseNumber(text)) ? undefined : `From ${least} to ${most}.`}
      />
    );
  });
}
