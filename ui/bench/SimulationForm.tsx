"use client";
import { Grid, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useForm } from "react-hook-form";
import { SIMULATED_AMPLIFIERS } from "@/bench/simulated/amplifiers";
import type { Amplifier, Load } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { FormMessage, ChoiceField, QuantityField } from "../parts/TextField";
import { simulationSchema, type SimulationSettings } from "./newRunSchema";
import { loadChoice } from "./RecordingForm";

export type SimulationFormProps = { amplifier: Amplifier; loads: readonly Load[]; failure: string | null; busy: boolean; onStart(settings: SimulationSettings, load: Load): void };

/** Drive that takes each simulated amplifier a little past its limit, so that the levels lie close together there. */
const USUAL_DRIVE_VOLTS = { home: "1.1", vintage: "0.55", mini: "0.8" } as const;

/** The bench that ships with Rimebank: rehearse the sweep before the real amplifier is connected. */
export function SimulationForm({ amplifier, loads, failure, busy, onStart }: SimulationFormProps) {
  const { register, handleSubmit, formState } = useForm<Record<keyof SimulationSettings, string>, unknown, SimulationSettings>({
    resolver: yupResolver(simulationSchema) as never,
    defaultValues: { loadId: loads[0]?.id ?? "", amplifier: amplifier.kind, channelsDriven: String(Math.min(2, amplifier.channelCount)), lastVoltsRms: USUAL_DRIVE_VOLTS[amplifier.kind] },
  });
  const { errors } = formState;
  const onSubmit = handleSubmit((settings) => {
    const load = loads.find(({ id }) => id === settings.loadId);
    if (load) onStart(settings, load);
  });
  return (
    <form onSubmit={onSubmit} noValidate aria-label="Simulated bench">
      <Text color="muted" mb={3.5}>
        Nothing real is driven. A computed amplifier plays the sweep sample by sample, and its output is analysed just like a recording.
      </Text>
      <Grid gap={3.5}>
        <ChoiceField label="Simulated amplifier" field={register("amplifier")} error={errors.amplifier} choices={Object.entries(SIMULATED_AMPLIFIERS).map(([value, { name }]) => ({ value, label: name }))} />
        <ChoiceField label="Load" field={register("loadId")} error={errors.loadId} choices={loads.map(loadChoice)} />
        <Grid templateColumns="1fr 1fr" gap={3.5}>
          <QuantityField label="Channels driven" field={register("channelsDriven")} error={errors.channelsDriven} unit="of 2" />
          <QuantityField label="Raise the drive to" field={register("lastVoltsRms")} error={errors.lastVoltsRms} unit="V RMS" />
        </Grid>
        <FormMessage>{failure ?? undefined}</FormMessage>
        <ActionButton tone="primary" type="submit" disabled={busy} justifySelf="start">
          Run the sweep
        </ActionButton>
      </Grid>
    </form>
  );
}
