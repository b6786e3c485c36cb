"use client";
import { Grid } from "@chakra-ui/react";
import { useState } from "react";
import type { Assumptions } from "@/core/forecast";
import { formatEngineering, formatShort, parseNumber } from "@/core/units";
import type { ForecastSettings } from "@/records";
import { QuantityField, held } from "../parts/fields";

/** Each assumption as it is typed, in the units of the trade. */
const FIELDS: readonly {
  name: keyof Assumptions;
  label: string;
  unit: string;
  scale: number;
  empty?: string;
}[] = [
  { name: "efficiencyRatio", label: "Efficiency at full output", unit: "%", scale: 100 },
  { name: "houseKeepingWatts", label: "Idle consumption", unit: "W", scale: 1 },
  { name: "deviceVolts", label: "Voltage drop per output device", unit: "V", scale: 1 },
  {
    name: "outputAmperesPeak",
    label: "Peak output current",
    unit: "A",
    scale: 1,
    empty: "no limit known",
  },
  { name: "burstRatio", label: "Burst power over the supply's rating", unit: "times", scale: 1 },
  { name: "mainsVolts", label: "Mains", unit: "V", scale: 1 },
  { name: "breakerAmperes", label: "Breaker", unit: "A", scale: 1 },
  { name: "powerFactor", label: "Power factor", unit: "", scale: 1 },
];

/** Assumptions; empty for the typical value of the class. */
export function AssumptionFields({
  settings,
  assumptions,
  onChange,
}: {
  settings: ForecastSettings;
  assumptions: Assumptions;
  onChange(settings: ForecastSettings): void;
}) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const take = (name: string, text: string, scale: number) => {
    setTyped((before) => ({ ...before, [name]: text }));
    const value = text.trim() === "" ? null : parseNumber(text);
    if (value === null && text.trim() !== "") return;
    const stored = value === null ? null : value / scale;
    if (name === "sourceVoltsRms") onChange({ ...settings, sourceVoltsRms: stored });
    else onChange({ ...settings, assumptions: { ...settings.assumptions, [name]: stored } });
  };
  const errorOf = (text: string | undefined) =>
    text !== undefined && text.trim() !== "" && parseNumber(text) === null
      ? "Enter a number."
      : undefined;
  return (
    <Grid gap={2.5} mt={2}>
      <QuantityField
        label="Source level (phone 0.5 V, player 2 V)"
        unit="V"
        field={held(
          typed.sourceVoltsRms ??
            (settings.sourceVoltsRms ? formatEngineering(settings.sourceVoltsRms) : ""),
          (text) => take("sourceVoltsRms", text, 1),
        )}
        error={errorOf(typed.sourceVoltsRms)}
      />
      {FIELDS.map(({ name, label, unit, scale, empty }) => {
        const own = settings.assumptions?.[name];
        const usual = assumptions[name];
        const isPrinted = Object.hasOwn(settings.printed ?? {}, name);
        const from = isPrinted ? "as printed" : "typical";
        return (
          <QuantityField
            key={name}
            label={label}
            unit={unit}
            placeholder={usual === null ? empty : `${formatShort(usual * scale)}, ${from}`}
            field={held(
              typed[name] ??
                (own === null || own === undefined ? "" : formatEngineering(own * scale)),
              (text) => take(name, text, scale),
            )}
            error={errorOf(typed[name])}
          />
        );
      })}
    </Grid>
  );
}
