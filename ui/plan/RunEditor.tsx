"use client";
import { Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import { type PlannedRun } from "@/core/plan";
import { RUN_KINDS } from "@/core/run";
import { formatEngineering, parseNumber } from "@/core/units";
import { QuantityField, TextField, held } from "../parts/fields";

type NumberName = "watts" | "seconds" | "loadOhms" | "channelsDriven";

const LEAST: Record<NumberName, number> = {
  watts: 0,
  seconds: 1,
  loadOhms: 0.1,
  channelsDriven: 1,
};
const MOST: Record<NumberName, number> = {
  watts: 100_000,
  seconds: 86_400,
  loadOhms: 10_000,
  channelsDriven: 16,
};

/** Changes one run of the plan; what makes no sense is reported beside its field and not taken. */
export function RunEditor({ run, onChange }: { run: PlannedRun; onChange(run: PlannedRun): void }) {
  const [texts, setTexts] = useState<Partial<Record<NumberName, string>>>({});
  const valueOf = (name: NumberName, text: string): number | null => {
    const value = parseNumber(text);
    return value !== null &&
      value >= LEAST[name] &&
      value <= MOST[name] &&
      (name !== "channelsDriven" || Number.isInteger(value))
      ? value
      : null;
  };
  const take = (name: NumberName, text: string) => {
    setTexts({ ...texts, [name]: text });
    const value = valueOf(name, text);
    if (value !== null) onChange({ ...run, [name]: value });
  };
  const field = (name: NumberName, label: string, unit: string) => {
    const text = texts[name] ?? formatEngineering(run[name]);
    return (
      <QuantityField
        label={label}
        unit={unit}
        field={held(text, (typed) => take(name, typed))}
        error={
          valueOf(name, text) === null
            ? `Enter a number from ${LEAST[name]} to ${MOST[name]}.`
            : undefined
        }
      />
    );
  };
  return (
    <Grid as="section" aria-label="This run" bg="sunken" px={3} pb={3} pt={1} gap={2}>
      <Text color="muted" fontSize="14px">
        Yields {RUN_KINDS[run.kind].yields}.
      </Text>
      <Grid templateColumns="repeat(4, 1fr) 1.6fr" gap={2.5} alignItems="start">
        {field("watts", "Each channel", "W")}
        {field("seconds", "Duration", "s")}
        {field("loadOhms", "Load", "Ω")}
        {field("channelsDriven", "Channels", "")}
        <TextField
          label="Settings"
          field={held(run.setting, (setting) =>
            onChange({ ...run, setting: setting.slice(0, 120) }),
          )}
          placeholder="limiter: off"
        />
      </Grid>
    </Grid>
  );
}
