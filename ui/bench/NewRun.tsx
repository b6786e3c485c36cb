"use client";
import { Box, Flex, Heading, HStack, Progress, Text } from "@chakra-ui/react";
import NextLink from "next/link";
import { useMemo, useState } from "react";
import type { Amplifier, Claim, Load } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { useKeys } from "../parts/keys";
import { Panel } from "../parts/Panel";
import { RecordingForm } from "./RecordingForm";
import { SimulatedBench } from "./simulation/SimulatedBench";
import { useRunMaker, type MakerState } from "./useRunMaker";

export type NewRunProps = { amplifier: Amplifier; claims: readonly Claim[]; loads: readonly Load[]; uploadLimitBytes: number; onStored(runId: string): void };

type Origin = "simulation" | "recording";

/** A power sweep, from the simulated bench or from a recording. */
export function NewRun({ amplifier, claims, loads, uploadLimitBytes, onStored }: NewRunProps) {
  const { state, fromRecording, onSimulatedBench, cancel, clear } = useRunMaker(amplifier, onStored);
  const [origin, setOrigin] = useState<Origin>("simulation");
  const show = (next: Origin) => {
    clear();
    setOrigin(next);
  };
  useKeys(
    useMemo(
      () => [
        { key: "s", label: "On the simulated bench", run: () => setOrigin("simulation") },
        { key: "f", label: "From a recording", run: () => setOrigin("recording") },
      ],
      [],
    ),
  );
  if (loads.length === 0)
    return (
      <EmptyState title="First the load" text="Watts come from volts and ohms. Enter what your dummy loads really measure, then come back here to run the sweep.">
        <ActionButton tone="primary" asChild>
          <NextLink href={`/amplifiers/${amplifier.id}/load`}>Enter the load</NextLink>
        </ActionButton>
      </EmptyState>
    );
  const failed = state.status === "failed" ? state : null;
  const busy = state.status === "running";
  return (
    <Flex direction="column" flex={1} minH={0}>
      <Flex justify="space-between" align="center" mb={3} gap={4} wrap="wrap">
        <Heading as="h1" fontSize="24px" letterSpacing="-0.01em">
          Power against distortion: a new sweep
        </Heading>
        <HStack role="group" aria-label="Where the volts come from" gap={2}>
          <ActionButton aria-pressed={origin === "simulation"} tone={origin === "simulation" ? "primary" : "quiet"} hotkey="S" minH="40px" disabled={busy} onClick={() => show("simulation")}>
            On the simulated bench
          </ActionButton>
          <ActionButton aria-pressed={origin === "recording"} tone={origin === "recording" ? "primary" : "quiet"} hotkey="F" minH="40px" disabled={busy} onClick={() => show("recording")}>
            From a recording
          </ActionButton>
        </HStack>
      </Flex>
      {busy && <Running state={state} onCancel={cancel} />}
      {origin === "simulation" ? (
        <SimulatedBench amplifier={amplifier} claims={claims} loads={loads} failure={failed?.message ?? null} busy={busy} onStart={(simulation) => void onSimulatedBench(simulation)} />
      ) : (
        <Panel maxW="760px">
          <RecordingForm loads={loads} channelCount={amplifier.channelCount} uploadLimitBytes={uploadLimitBytes} failure={failed} busy={busy} onEdit={clear} onStart={(recording) => void fromRecording(recording)} />
        </Panel>
      )}
    </Flex>
  );
}

function Running({ state, onCancel }: { state: Extract<MakerState, { status: "running" }>; onCancel(): void }) {
  return (
    <Panel mb={4} role="status">
      <Flex gap={5} align="center">
        <Box flex={1}>
          <HStack justify="space-between" mb={1.5}>
            <Text fontWeight={700}>{state.stage}</Text>
            <Text fontWeight={700} fontSize="20px">
              {Math.round(100 * state.doneRatio)} %
            </Text>
          </HStack>
          <Progress.Root value={100 * state.doneRatio} size="md">
            <Progress.Track bg="sunken">
              <Progress.Range bg="spruce" />
            </Progress.Track>
          </Progress.Root>
        </Box>
        <ActionButton onClick={onCancel} hotkey="Esc">
          Cancel
        </ActionButton>
      </Flex>
    </Panel>
  );
}
