"use client";
import { Grid, Heading } from "@chakra-ui/react";
import { useState } from "react";
import type { HeatLimits } from "@/core/heat";
import { parseNumber } from "@/core/units";
import { held, QuantityField } from "../parts/fields";
import { Panel } from "../parts/Panel";

const FIELDS = [
  { name: "coolBelow", label: "Cool below", unit: "°C", scale: 1, least: 20, most: 100 },
  { name: "acceptableUpTo", label: "Acceptable up to", unit: "°C", scale: 1, least: 20, most: 120 },
  { name: "tooHotAbove", label: "Too hot above", unit: "°C", scale: 1, least: 20, most: 150 },
  {
    name: "tooHotWithinSeconds",
    label: "If within",
    unit: "min",
    scale: 60,
    least: 0.5,
    most: 600,
  },
] as const;

/** The temperatures by which a heat sink is graded. */
export function HeatLimitsPanel({
  limits,
  onChange,
}: {
  limits: HeatLimits;
  onChange(limits: HeatLimits): void;
}) {
  const [texts, setTexts] = useState<Record<string, string>>({});
  return (
    <Panel as="form" aria-label="Grades" onSubmit={(event) => event.preventDefault()}>
      <Heading as="h2" fontSize="16px" mb={2}>
        Grades of the heat sink
      </Heading>
      <Grid templateColumns="1fr 1fr" gap={2}>
        {FIELDS.map(({ name, label, unit, scale, least, most }) => {
          const text = texts[name] ?? String(limits[name] / scale);
          const value = parseNumber(text);
          const isGood = value !== null && value >= least && value <= most;
          return (
            <QuantityField
              key={name}
              label={label}
              unit={unit}
              field={held(text, (typed) => {
                setTexts({ ...texts, [name]: typed });
                const next = parseNumber(typed);
                if (next !== null && next >= least && next <= most)
                  onChange({ ...limits, [name]: next * scale });
              })}
              error={isGood ? undefined : `From ${least} to ${most}.`}
            />
          );
        })}
      </Grid>
    </Panel>
  );
}
