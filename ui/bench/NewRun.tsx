"use client";
import { Box, Flex, Heading, HStack, Text } from "@chakra-ui/react";
import dynamic from "next/dynamic";
import { fetched } from "../parts/fetched";
import { PageLink } from "../parts/PageLink";
import { useMemo, useState } from "react";
import { initialSettings, RUN_KIND_NAMES, RUN_KINDS, type RunKind } from "@/core/run";
import type { PlannedRun } from "@/core/plan";
import type { Calibration } from "@/core/rig";
import { unconfirmed, type SafetyCaution } from "@/core/safety";
import type {
  Amplifier,
  AudioInterfaces,
  StatedPower,
  Details,
  Guards,
  KeptInstrument,
  NetworkInstruments,
  Load,
  Readings,
  RigSettings,
  Recorders,
  Setup,
} from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { useKeys } from "../parts/keys";
import { newId } from "../parts/newId";
import {
  chosenSetup,
  namedSetup,
  setupFromText,
  type FoundLimit,
  type NextPlanned,
  type SinkForecasts,
} from "@/records/facts";
import { useShownSetup } from "../frame/chainState";
import { firstSetup } from "../parts/SetupFields";
import { useBenchEngine } from "./engine/BenchEngine";
import { FilesIn, type FilesInProps } from "./files/FilesIn";
import { OnThePlan } from "./OnThePlan";
import { RunForm } from "./RunForm";
import { ChoiceField, held } from "../parts/fields";
import { SimulatedBench } from "./simulation/SimulatedBench";
import { TypedIn } from "./TypedIn";
import { Unconfirmed } from "./Unconfirmed";
import { useReadings } from "./useReadings";
import { isNearLoad } from "@/core/power";

export type NewRunProps = {
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  details: Details;
  uploadLimitBytes: number;
  planned: NextPlanned | null;
  /** A tile of the plan was pressed. */
  isOfTile: boolean;
  /** How the last reading was taken; null before the first. */
  lastSetup: Setup | null;
  rig: RigSettings;
  interfaces: AudioInterfaces;
  network: NetworkInstruments;
  calibration: Calibration | null;
  recorders: Recorders;
  voltmeter: KeptInstrument | null;
  cautions: readonly SafetyCaution[];
  found: readonly FoundLimit[];
  sinks: SinkForecasts;
  onStored(runId: string): void;
};

/** What may take the readings, with its key. */
const READING_KEYS: readonly (readonly [Readings, string, string])[] = [
  ["simulated bench", "Simulated bench", "S"],
  ["recordings", "Recordings", "F"],
  ["meter", "Meter", "V"],
  ["audio interface", "Audio interface", "I"],
  ["network instruments", "Network", "E"],
];

/** Any run of the job: from the simulated bench, from files, typed off a meter, or live through an audio interface or instruments of the network. */
export function NewRun({ planned, isOfTile, lastSetup, loads: given, ...making }: NewRunProps) {
  const { amplifier, claims, details, rig, found } = making;
  const engine = useBenchEngine();
  const next = planned?.next ?? null;
  const [kind, setKind] = useState<RunKind>(next?.kind ?? "power-sweep");
  const { readings: set, choose: setReadings, message } = useReadings(amplifier.id, rig);
  // Nothing but ears and a sound level meter takes this one, whatever the rig says.
  const { takesMeterOnly } = RUN_KINDS[kind];
  const readings = takesMeterOnly ? "meter" : set;
  const loads = useMemo(() => forPlanned(given, next?.loadOhms), [given, next]);
  const choose = (to: RunKind) => {
    engine.clear();
    setKind(to);
  };
  if (loads.length === 0)
    return (
      <EmptyState
        title="Enter the load first"
        text="Power is computed from volts and ohms. Enter the measured resistance of your dummy loads, then come back to run the sweep."
      >
        <ActionButton tone="primary" asChild>
          <PageLink href={`/amplifiers/${amplifier.id}/load`}>Enter the load</PageLink>
        </ActionButton>
      </EmptyState>
    );
  return (
    <Flex direction="column" flex={1} minH={0}>
      <Flex justify="space-between" align="end" mb={3} gap={4} wrap="wrap">
        <Box flex="1 1 340px">
          <Heading as="h1" fontSize="24px" letterSpacing="-0.01em">
            {RUN_KINDS[kind].title}
          </Heading>
          {planned && (
            <OnThePlan
              planned={planned}
              onChoose={choose}
              kind={kind}
              isSimulated={readings === "simulated bench"}
              bench={{ amplifier, loads, claims, found, details }}
            />
          )}
        </Box>
        <Box w="250px">
          <ChoiceField
            id="run-kind"
            label="Run"
            field={held(kind, (value) => choose(value as RunKind))}
            choices={RUN_KIND_NAMES.map((name) => ({ value: name, label: RUN_KINDS[name].title }))}
          />
        </Box>
        <ReadingsRow
          amplifierId={amplifier.id}
          readings={readings}
          message={message}
          disabled={takesMeterOnly || engine.state.job !== null}
          onChoose={(name) => {
            engine.clear();
            setReadings(name);
          }}
        />
      </Flex>
      <ReadBy
        {...making}
        amplifier={amplifier}
        kind={kind}
        readings={readings}
        loads={loads}
        {...beginning(next?.kind === kind ? next : null, { details, lastSetup, isOfTile })}
      />
    </Flex>
  );
}

/** What a form begins with: as planned, else as the last reading was taken. */
const beginning = (
  meant: PlannedRun | null,
  {
    details,
    lastSetup,
    isOfTile,
  }: { details: Details; lastSetup: Setup | null; isOfTile: boolean },
): Pick<ReadByProps, "channelsDriven" | "firstSetup" | "isOfTile"> => ({
  channelsDriven: meant?.channelsDriven ?? null,
  firstSetup: firstSetup(details, meant && setupFromText(meant.setting, details), lastSetup),
  isOfTile: isOfTile && meant !== null,
});

type ReadByProps = Omit<NewRunProps, "planned" | "lastSetup"> & {
  kind: RunKind;
  readings: Readings;
  channelsDriven: number | null;
  firstSetup: Setup;
};

/** The form that goes with what takes the readings. */
function ReadBy({ readings, rig, ...props }: ReadByProps) {
  switch (readings) {
    case "simulated bench":
      return <Simulated {...props} guards={rig.guards} />;
    case "recordings":
      return <FromFiles {...props} first={firstOf(props)} confirmations={rig.confirmations} />;
    case "audio interface":
      return <LiveBench {...props} rig={rig} />;
    case "network instruments":
      return <NetworkLive {...props} rig={rig} />;
    case "meter":
      return <TypedIn key={props.kind} {...props} first={firstOf(props)} />;
  }
}

/** What a reading that was taken elsewhere begins with. */
const firstOf = ({
  amplifier,
  loads,
  channelsDriven,
  firstSetup: setup,
  isOfTile,
}: Pick<ReadByProps, "amplifier" | "loads" | "channelsDriven" | "firstSetup" | "isOfTile">) => ({
  isOfTile,
  channelsDriven: channelsDriven ?? Math.min(amplifier.channelCount, loads[0].channels.length),
  setup,
});

/** Fetched when an audio interface is chosen: most benches begin without. */
const LiveBench = fetched(
  () => import("./audio/AudioLiveBench").then((module) => module.AudioLiveBench),
  dynamic(() => import("./audio/AudioLiveBench").then((module) => module.AudioLiveBench)),
);

const NetworkLive = fetched(
  () => import("./network/NetworkLive").then((module) => module.NetworkLive),
  dynamic(() => import("./network/NetworkLive").then((module) => module.NetworkLive)),
);

const readingId = (name: Readings): string => `readings-${name.replace(" ", "-")}`;

type FileProps = Pick<
  NewRunProps,
  | "amplifier"
  | "claims"
  | "loads"
  | "details"
  | "calibration"
  | "recorders"
  | "cautions"
  | "uploadLimitBytes"
  | "onStored"
> &
  Pick<FilesInProps, "first" | "confirmations">;

/** What measures, with a key each: the choice of the Rig, at hand here. */
function ReadingsRow({
  amplifierId,
  readings,
  message,
  disabled,
  onChoose,
}: {
  amplifierId: string;
  readings: Readings;
  message: string | null;
  disabled: boolean;
  onChoose(name: Readings): void;
}) {
  useKeys(
    useMemo(
      () =>
        READING_KEYS.map(([name, label, key]) => ({
          key: key.toLowerCase(),
          label: `Readings: ${label.toLowerCase()}`,
          run: () => document.getElementById(readingId(name))?.click(),
        })),
      [],
    ),
  );
  return (
    <Box>
      <Text fontSize="13.5px" color="muted" fontWeight={500}>
        Measured with,{" "}
        <PageLink href={`/amplifiers/${amplifierId}/rig`} style={{ textDecoration: "underline" }}>
          as in the Rig
        </PageLink>
      </Text>
      <HStack role="group" aria-label="Measured with" gap={2}>
        {READING_KEYS.map(([name, label, key]) => (
          <ActionButton
            key={name}
            id={readingId(name)}
            aria-pressed={readings === name}
            tone={readings === name ? "primary" : "quiet"}
            hotkey={key}
            minH="40px"
            px={3}
            disabled={disabled}
            onClick={() => name !== readings && onChoose(name)}
          >
            {label}
          </ActionButton>
        ))}
      </HStack>
      {message && (
        <Text role="alert" color="ember" fontSize="13.5px">
          {message}
        </Text>
      )}
    </Box>
  );
}

function FromFiles({ cautions, ...rest }: FileProps) {
  return (
    <Box>
      <Unconfirmed
        cautions={unconfirmed(cautions, rest.confirmations)}
        amplifierId={rest.amplifier.id}
      />
      <FilesIn {...rest} />
    </Box>
  );
}

type SimulatedProps = Pick<
  NewRunProps,
  "amplifier" | "claims" | "loads" | "details" | "found" | "sinks" | "onStored"
> & { kind: RunKind; guards: Guards; channelsDriven: number | null; firstSetup: Setup };

/** What can be predicted, output by output, has a bench of its own, with every parameter; the other runs share one form. */
function Simulated({
  kind,
  amplifier,
  claims,
  loads,
  details,
  guards,
  found,
  sinks,
  channelsDriven,
  firstSetup: setup,
  onStored,
}: SimulatedProps) {
  const engine = useBenchEngine();
  // It drives the first so many.
  const setUp = namedSetup({ ...setup, driven: [] }, details);
  useShownSetup(chosenSetup(setup, details));
  if (!RUN_KINDS[kind].isPredicted || setup.connection !== "normal")
    return (
      <RunForm
        key={kind}
        kind={kind}
        amplifier={amplifier}
        claims={claims}
        loads={loads}
        details={details}
        guards={guards}
        found={found}
        sinks={sinks}
        real={null}
        channelsDriven={channelsDriven}
        firstSetup={setup}
        onStored={onStored}
      />
    );
  return (
    <SimulatedBench
      amplifier={amplifier}
      channelsDriven={channelsDriven}
      claims={claims}
      loads={loads}
      busy={engine.state.job !== null}
      setting={setUp.setting}
      supplies={details.supplies}
      onStart={(asked) =>
        engine.start([
          {
            id: newId(),
            kind,
            rig: asked.amplifier,
            loadId: asked.load.id,
            secondLoadId: null,
            channelsDriven: asked.channelsDriven,
            settings: initialSettings(RUN_KINDS[kind].fields, { lastVoltsRms: asked.lastVoltsRms }),
            ...setUp,
            ratedWatts: null,
            seed: 1,
            set: null,
          },
        ])
      }
    />
  );
}

/** Loads with the planned one first, so that it is chosen. */
const forPlanned = (loads: readonly Load[], ohms: number | undefined): readonly Load[] => {
  const isMeant = ({ nominalOhms }: Load) => ohms !== undefined && isNearLoad(nominalOhms, ohms);
  return [...loads.filter(isMeant), ...loads.filter((load) => !isMeant(load))];
};
