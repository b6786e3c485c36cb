import { Grid, Heading } from "@chakra-ui/react";
import type { HeatLimits } from "@/core/heat";
import { Panel } from "../parts/Panel";
import { RangedFields, type RangedField } from "../parts/RangedFields";

const FIELDS: readonly RangedField<keyof HeatLimits>[] = [
  { name: "coolBelow", label: "Cool below", unit: "°C", least: 20, most: 100 },
  { name: "acceptableUpTo", label: "Acceptable up to", unit: "°C", least: 20, most: 120 },
  { name: "tooHotAbove", label: "Too hot above", unit: "°C", least: 20, most: 150 },
  {
    name: "tooHotWithinSeconds",
    label: "If within",
    unit: "min",
    least: 0.5,
    most: 600,
    scale: 60,
  },
];

/** The temperatures by which a heat sink is graded. */
export function HeatLimitsPanel({
  limits,
  onChange,
}: {
  limits: HeatLimits;
  onChange(limits: HeatLimits): void;
}) {
  return (
    <Panel as="form" aria-label="Grades" onSubmit={(event) => event.preventDefault()}>
      <Heading as="h2" fontSize="16px" mb={2}>
        Heat sink grades
      </Heading>
      <Grid templateColumns="1fr 1fr" gap={2}>
        <RangedFields
          fields={FIELDS}
          values={limits}
          onChange={(name, value) => onChange({ ...limits, [name]: value })}
        />
      </Grid>
    </Panel>
  );
}
