"use client";
import { Box, Flex, Heading, HStack, Progress, Text } from "@chakra-ui/react";
import NextLink from "next/link";
import { useMemo, useState } from "react";
import { RUN_KIND_NAMES, RUN_KINDS, type RunKind } from "@/core/plan";
import type { Calibration } from "@/core/rig";
import { unconfirmed, type Caution } from "@/core/safety";
import type { Amplifier, Claim, Confirmation, Details, Load } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { useKeys } from "../parts/keys";
import { Panel } from "../parts/Panel";
import { conditionsText, type NextPlanned } from "../plan/runText";
import { useBenchEngine } from "./engine/BenchEngine";
import { FilesIn } from "./files/FilesIn";
import { RecordingForm } from "./RecordingForm";
import { RunForm } from "./RunForm";
import { Choice } from "./SettingsFields";
import { SimulatedBench } from "./simulation/SimulatedBench";
import { TypedIn } from "./TypedIn";
import { useRunMaker, type MakerState } from "./useRunMaker";

export type NewRunProps = { amplifier: Amplifier; claims: readonly Claim[]; loads: readonly Load[]; details: Details; uploadLimitBytes: number; planned: NextPlanned | null; calibration: Calibration | null; cautions: readonly Caution[]; confirmations: readonly Confirmation[]; onStored(runId: string): void };

type Origin = "simulation" | "recording" | "typed";
const ORIGINS: readonly (readonly [Origin, string, string])[] = [["simulation", "On the simulated bench", "S"], ["recording", "From a recording", "F"], ["typed", "From a meter", "V"]];

/** Any run of the job, from the simulated bench, from files, or typed off a meter. */
export function NewRun({ amplifier, claims, loads: given, details, uploadLimitBytes, planned, calibration, cautions, confirmations, onStored }: NewRunProps) {
  const engine = useBenchEngine();
  const next = planned?.next ?? null;
  const [kind, setKind] = useState<RunKind>(next?.kind ?? "power-sweep");
  const [origin, setOrigin] = useState<Origin>(kind === "listening-level" ? "typed" : "simulation");
  const loads = useMemo(() => forPlanned(given, next?.loadOhms), [given, next]);
  const show = (to: Origin) => {
    engine.clear();
    setOrigin(to);
  };
  const choose = (to: RunKind) => {
    engine.clear();
    setKind(to);
    if (to === "listening-level") setOrigin("typed");
  };
  useKeys(useMemo(() => ORIGINS.map(([name, label, key]) => ({ key: key.toLowerCase(), label, run: () => setOrigin(name) })), []));
  if (loads.length === 0)
    return (
      <EmptyState title="First the load" text="Watts come from volts and ohms. Enter what your dummy loads really measure, then come back here to run the sweep.">
        <ActionButton tone="primary" asChild>
          <NextLink href={`/amplifiers/${amplifier.id}/load`}>Enter the load</NextLink>
        </ActionButton>
      </EmptyState>
    );
  const busy = engine.state.job !== null;
  const channelsDriven = next?.kind === kind ? next.channelsDriven : null;
  return (
    <Flex direction="column" flex={1} minH={0}>
      <Flex justify="space-between" align="end" mb={3} gap={4} wrap="wrap">
        <Box flex="1 1 340px">
          <Heading as="h1" fontSize="24px" letterSpacing="-0.01em">
            {RUN_KINDS[kind].title}: {kind === "power-sweep" ? "a new sweep" : "a new run"}
          </Heading>
          {planned && <OnThePlan planned={planned} onChoose={choose} kind={kind} />}
        </Box>
        <Box w="250px">
          <Choice id="run-kind" label="Which run" value={kind} choices={RUN_KIND_NAMES.map((name) => ({ value: name, label: RUN_KINDS[name].title }))} onChange={(value) => choose(value as RunKind)} />
        </Box>
        <HStack role="group" aria-label="Where the volts come from" gap={2}>
          {ORIGINS.map(([name, label, key]) => (
            <ActionButton key={name} aria-pressed={origin === name} tone={origin === name ? "primary" : "quiet"} hotkey={key} minH="40px" px={3} disabled={busy} onClick={() => show(name)}>
              {label}
            </ActionButton>
          ))}
        </HStack>
      </Flex>
      {origin === "simulation" && <Simulated kind={kind} amplifier={amplifier} claims={claims} loads={loads} details={details} channelsDriven={channelsDriven} busy={busy} onStored={onStored} />}
      {origin === "recording" && <FromFiles {...{ kind, amplifier, claims, loads, calibration, cautions, confirmations, uploadLimitBytes, onStored }} />}
      {origin === "typed" && <FromMeter kind={kind} amplifier={amplifier} loads={loads} onStored={onStored} />}
    </Flex>
  );
}

/** One WAV file of a level sweep, and what makes watts of it. */
function SweepFile({ amplifier, loads, calibration, confirmations, uploadLimitBytes, onStored }: Pick<NewRunProps, "amplifier" | "loads" | "calibration" | "confirmations" | "uploadLimitBytes" | "onStored">) {
  const { state, fromRecording, cancel, clear } = useRunMaker(amplifier, onStored);
  return (
    <>
      {state.status === "running" && <Running state={state} onCancel={cancel} />}
      <Panel>
        <RecordingForm calibration={calibration} confirmations={confirmations} loads={loads} channelCount={amplifier.channelCount} uploadLimitBytes={uploadLimitBytes} failure={state.status === "failed" ? state : null} busy={state.status === "running"} onEdit={clear} onStart={(recording) => void fromRecording(recording)} />
        <Text color="muted" fontSize="14px" mt={3}>
          Several files, a scope’s CSV, or another run? Choose any other run above: what each file is for is guessed from what is in it.
        </Text>
      </Panel>
    </>
  );
}

function FromFiles({ kind, claims, cautions, ...rest }: Pick<NewRunProps, "amplifier" | "claims" | "loads" | "calibration" | "cautions" | "confirmations" | "uploadLimitBytes" | "onStored"> & { kind: RunKind }) {
  return (
    <Box maxW={kind === "power-sweep" ? "760px" : undefined}>
      <Unconfirmed cautions={unconfirmed(cautions, rest.confirmations)} rigHref={`/amplifiers/${rest.amplifier.id}/rig`} />
      {kind === "power-sweep" ? <SweepFile {...rest} /> : <FilesIn claims={claims} {...rest} />}
    </Box>
  );
}

function FromMeter({ kind, ...rest }: Pick<NewRunProps, "amplifier" | "loads" | "onStored"> & { kind: RunKind }) {
  if (kind === "power-sweep") return <EmptyState title="A sweep takes a recording" text="Dozens of levels are read from one recording. With a meter alone, use the clip search: the power just below flat tops." />;
  return <TypedIn key={kind} kind={kind} {...rest} />;
}

type SimulatedProps = Pick<NewRunProps, "amplifier" | "claims" | "loads" | "details" | "onStored"> & { kind: RunKind; channelsDriven: number | null; busy: boolean };

/** The sweep has a bench of its own, with every parameter; the other runs share one form. */
function Simulated({ kind, amplifier, claims, loads, details, channelsDriven, busy, onStored }: SimulatedProps) {
  const engine = useBenchEngine();
  if (kind === "listening-level") return <EmptyState title="This one needs ears and a room" text="Type what the sound level meter shows: choose “From a meter”." />;
  if (kind !== "power-sweep") return <RunForm key={kind} kind={kind} amplifier={amplifier} claims={claims} loads={loads} details={details} channelsDriven={channelsDriven} onStored={onStored} />;
  return (
    <SimulatedBench
      amplifier={amplifier}
      channelsDriven={channelsDriven}
      claims={claims}
      loads={loads}
      busy={busy}
      onStart={(asked) => engine.start([{ id: crypto.randomUUID(), kind, rig: asked.rig, loadId: asked.load.id, secondLoadId: null, channelsDriven: asked.channelsDriven, settings: {}, setting: "", inputUsed: "", ratedWatts: null, lastVoltsRms: asked.lastVoltsRms, seed: 1, set: null }])}
    />
  );
}

/** Loads with the planned one first, so that it is chosen. */
const forPlanned = (loads: readonly Load[], ohms: number | undefined): readonly Load[] => {
  const isMeant = ({ nominalOhms }: Load) => ohms !== undefined && Math.abs(nominalOhms / ohms - 1) < 0.1;
  return [...loads.filter(isMeant), ...loads.filter((load) => !isMeant(load))];
};

function OnThePlan({ planned: { next, madeCount, plannedCount }, kind, onChoose }: { planned: NextPlanned; kind: RunKind; onChoose(kind: RunKind): void }) {
  return (
    <Text color="muted" fontSize="14.5px">
      {next ? (
        <>
          Next on the plan: <b>{RUN_KINDS[next.kind].title}</b>, {conditionsText(next)}.
          {next.kind !== kind && (
            <ActionButton minH="28px" h="28px" px={2.5} mx={2} fontSize="13.5px" onClick={() => onChoose(next.kind)}>Take it up</ActionButton>
          )}
        </>
      ) : (
        "All planned runs are made."
      )}{" "}
      {madeCount} of {plannedCount} runs made.
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
