"use client";
import { Box, Flex, Grid, Heading, HStack, Progress, Text } from "@chakra-ui/react";
import NextLink from "next/link";
import { useState } from "react";
import type { Amplifier, Load } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { Panel } from "../parts/Panel";
import { RecordingForm } from "./RecordingForm";
import { SimulationForm } from "./SimulationForm";
import { useRunMaker, type MakerState } from "./useRunMaker";

export type NewRunProps = { amplifier: Amplifier; loads: readonly Load[]; uploadLimitBytes: number; onStored(runId: string): void };

/** A power sweep, from a recording or from the simulated bench. */
export function NewRun({ amplifier, loads, uploadLimitBytes, onStored }: NewRunProps) {
  const { state, fromRecording, onSimulatedBench, cancel, clear } = useRunMaker(amplifier, onStored);
  const [origin, setOrigin] = useState<"recording" | "simulation">("recording");
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
    <Box>
      <Heading as="h1" fontSize="26px" letterSpacing="-0.01em" mb={3}>
        Power against distortion: a new sweep
      </Heading>
      {busy && <Running state={state} onCancel={cancel} />}
      <Grid templateColumns="minmax(0, 1.25fr) minmax(0, 1fr)" gap={4} alignItems="start">
        <Panel>
          <Heading as="h2" fontSize="19px" mb={3}>
            From a recording
          </Heading>
          <RecordingForm
            loads={loads}
            channelCount={amplifier.channelCount}
            uploadLimitBytes={uploadLimitBytes}
            failure={origin === "recording" ? failed : null}
            busy={busy}
            onEdit={clear}
            onStart={(recording) => {
              setOrigin("recording");
              void fromRecording(recording);
            }}
          />
        </Panel>
        <Panel>
          <Heading as="h2" fontSize="19px" mb={1}>
            On the simulated bench
          </Heading>
          <SimulationForm
            amplifier={amplifier}
            loads={loads}
            failure={origin === "simulation" && failed ? failed.message : null}
            busy={busy}
            onStart={(settings, load) => {
              setOrigin("simulation");
              void onSimulatedBench(settings, load);
            }}
          />
        </Panel>
      </Grid>
    </Box>
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
