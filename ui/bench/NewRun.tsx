"use client";
import { Box, Flex, Heading, HStack, Progress, Text } from "@chakra-ui/react";
import NextLink from "next/link";
import { useMemo, useState } from "react";
import type { Calibration } from "@/core/rig";
import { unconfirmed, type Caution } from "@/core/safety";
import type { Amplifier, Claim, Confirmation, Load } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { useKeys } from "../parts/keys";
import { Panel } from "../parts/Panel";
import { conditionsText, type NextPlanned } from "../plan/runText";
import { RecordingForm } from "./RecordingForm";
import { SimulatedBench } from "./simulation/SimulatedBench";
import { useRunMaker, type MakerState } from "./useRunMaker";

export type NewRunProps = { amplifier: Amplifier; claims: readonly Claim[]; loads: readonly Load[]; uploadLimitBytes: number; planned: NextPlanned | null; calibration: Calibration | null; cautions: readonly Caution[]; confirmations: readonly Confirmation[]; onStored(runId: string): void };

type Origin = "simulation" | "recording";

/** A power sweep, from the simulated bench or from a recording. */
export function NewRun({ amplifier, claims, loads: given, uploadLimitBytes, planned, calibration, cautions, confirmations, onStored }: NewRunProps) {
  const { state, fromRecording, onSimulatedBench, cancel, clear } = useRunMaker(amplifier, onStored);
  const [origin, setOrigin] = useState<Origin>("simulation");
  const next = planned?.next ?? null;
  const loads = useMemo(() => forPlanned(given, next?.loadOhms), [given, next]);
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
        {planned && <OnThePlan planned={planned} />}
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
        <SimulatedBench amplifier={amplifier} channelsDriven={next?.channelsDriven ?? null} claims={claims} loads={loads} failure={failed?.message ?? null} busy={busy} onStart={(simulation) => void onSimulatedBench(simulation)} />
      ) : (
        <Panel maxW="760px">
          <Unconfirmed cautions={unconfirmed(cautions, confirmations)} rigHref={`/amplifiers/${amplifier.id}/rig`} />
          <RecordingForm calibration={calibration} confirmations={confirmations} loads={loads} channelCount={amplifier.channelCount} uploadLimitBytes={uploadLimitBytes} failure={failed} busy={busy} onEdit={clear} onStart={(recording) => void fromRecording(recording)} />
        </Panel>
      )}
    </Flex>
  );
}

/** Loads with the planned one first, so that it is chosen. */
const forPlanned = (loads: readonly Load[], ohms: number | undefined): readonly Load[] => {
  const isMeant = ({ nominalOhms }: Load) => ohms !== undefined && Math.abs(nominalOhms / ohms - 1) < 0.1;
  return [...loads.filter(isMeant), ...loads.filter((load) => !isMeant(load))];
};

function OnThePlan({ planned: { next, madeCount, plannedCount } }: { planned: NextPlanned }) {
  return (
    <Text color="muted" fontSize="14.5px">
      {next ? (
        <>
          Next on the plan: <b>{conditionsText(next)}</b>
        </>
      ) : (
        "All planned sweeps are made"
      )}
      . {madeCount} of {plannedCount} runs made.
    </Text>
  );
}

/** What was not confirmed before power, for a recording that was made on a real bench. */
function Unconfirmed({ cautions, rigHref }: { cautions: readonly Caution[]; rigHref: string }) {
  if (cautions.length === 0) return null;
  return (
    <Text bg="ochreWash" borderLeftWidth="4px" borderColor="ember" borderRadius="6px" px={3} py={2} mb={3} fontSize="14.5px">
      Before power, these are still to be confirmed: {cautions.map(({ title }) => title).join("; ")}.{" "}
      <NextLink href={rigHref} style={{ textDecoration: "underline", fontWeight: 600 }}>
        To the safety gate
      </NextLink>
    </Text>
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
