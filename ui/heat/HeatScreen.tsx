"use client";
import { Flex, Grid, HStack, Text } from "@chakra-ui/react";
import { Plus, SlidersHorizontal, Strikethrough } from "lucide-react";
import { useMemo, useState } from "react";
import type { HeatLimits } from "@/core/heat";
import type { ProbeLog } from "@/core/files";
import { formatFixed } from "@/core/units";
import type {
  Amplifier,
  Details,
  Heat,
  HeatLog,
  HeatSpot,
  Room,
  Setup,
  SetupDetails,
} from "@/records";
import { isOfNotes, leadSpot, readLog, type ClaimedHeat, type ReadLog } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { KeptMark } from "../parts/KeptMark";
import { firstSetup } from "../parts/SetupFields";
import { useKeys } from "../parts/keys";
import { newId } from "../parts/newId";
import { Panel } from "../parts/Panel";
import { saveDocument } from "../parts/saves";
import { unrevised } from "../parts/unrevised";
import { useAutosave } from "../parts/useAutosave";
import { HeatAnswer, EvennessLine } from "./HeatAnswer";
import { ClaimedHeatPanel } from "./ClaimedHeatPanel";
import { CompareHeat, type KnownResistance } from "./CompareHeat";
import { knownResistances } from "./knownResistances";
import { EventsPanel } from "./EventsPanel";
import { HeatChart } from "./HeatChart";
import { HeatLimitsPanel } from "./HeatLimitsPanel";
import { LoggerFile } from "./LoggerFile";
import { LogList } from "./LogList";
import { drawnSpots } from "./drawnSpots";
import { SpotList } from "./SpotList";
import { Residuals } from "./Residuals";
import { SetUp } from "./SetUp";
import { SpotPins } from "./SpotPins";
import { newSpot } from "./SpotsEditor";
import { Stretches } from "./Stretches";
import { TypedTemperatures } from "./TypedTemperatures";
import { useProbes, type ProbesOf } from "./useProbes";

/** A soak of the Bench as this stage receives it. */
export type Soak = { log: HeatLog; probes: readonly ProbeLog[] };

export type HeatScreenProps = {
  amplifier: Pick<Amplifier, "id" | "channelCount">;
  /** What it has, and how the last reading was taken; null before the first. */
  details: Pick<Details, "photos"> & SetupDetails;
  lastSetup: Setup | null;
  heat: Heat;
  soaks: readonly Soak[];
  /** Temperatures that the logbook holds. */
  noted: readonly HeatLog[];
  room: Room;
  /** Heat that the claimed powers make. */
  claimed: readonly ClaimedHeat[];
};

/** Spots that a new log begins with. */
const usualSpots = (): HeatSpot[] => [
  newSpot("heat sink, left"),
  newSpot("heat sink, right"),
  newSpot("case top", "case"),
  newSpot("transformer", "transformer"),
];

/** How warm it gets, and where that ends: readings, fits while they come in, grades, before and after. */
export function HeatScreen({
  amplifier,
  details,
  lastSetup,
  heat: initial,
  soaks,
  noted,
  room,
  claimed,
}: HeatScreenProps) {
  const [heat, setHeat] = useState(() => unrevised<Heat>(initial));
  const autosave = useAutosave({
    name: `heat of ${amplifier.id}`,
    value: heat,
    restore: setHeat,
    revision: initial.revision,
    asDraft: unrevised<Heat>,
    save: (content, revision) => saveDocument(amplifier.id, "heat", { ...content, revision }),
  });
  const logs = useMemo(() => allLogs(heat, soaks, noted), [heat, soaks, noted]);
  const soaked = useMemo(
    () => new Map(soaks.map(({ log: { id }, probes }) => [id, probes])),
    [soaks],
  );
  const probesOf = useProbes(logs, soaked);
  const known = useMemo(
    () => knownResistances(logs, probesOf, heat.limits),
    [logs, probesOf, heat.limits],
  );
  const [chosenId, setChosenId] = useState<string | null>(null);
  const log = logs.find(({ id }) => id === chosenId) ?? logs[0] ?? null;
  const change = (to: HeatLog) =>
    setHeat((before) => ({
      ...before,
      logs: before.logs.some(({ id }) => id === to.id)
        ? before.logs.map((each) => (each.id === to.id ? to : each))
        : [...before.logs, to],
    }));
  const add = (to: HeatLog) => {
    change({ takenOn: firstSetup(details, lastSetup), ...to });
    setChosenId(to.id);
  };
  const begin = () =>
    add({
      id: newId(),
      title: "Manual readings",
      startedAt: new Date().toISOString(),
      roomCelsius: room.celsius,
      setup: "",
      file: null,
      runId: null,
      spots: usualSpots(),
      readings: [],
      events: [],
      isStruck: false,
    });
  useKeys([{ key: "n", label: "New manual readings", run: begin }]);
  const actions = (
    <HStack gap={2} wrap="wrap" justify="flex-end">
      <ActionButton hotkey="N" tone={log ? "quiet" : "primary"} onClick={begin}>
        <Plus size={16} /> Manual readings
      </ActionButton>
      <LoggerFile roomCelsius={room.celsius} onAdd={add} />
    </HStack>
  );
  if (!log)
    return (
      <EmptyState
        title="No temperature readings yet"
        text="Enter thermometer readings, open a logger file, or run a heat soak on the Bench. The steady state is predicted during the warm-up, graded, and compared before and after a change."
      >
        {actions}
      </EmptyState>
    );
  return (
    <Grid templateColumns="minmax(0, 1fr)" gap={4}>
      <Flex gap={3} align="start" wrap="wrap">
        <LogList {...{ logs, details }} chosenId={log.id} onChoose={setChosenId} />
        {actions}
      </Flex>
      <Watched
        key={log.id}
        log={log}
        known={known}
        probesOf={probesOf}
        limits={heat.limits}
        {...{ amplifier, details }}
        claimed={claimed}
        onChange={change}
        onLimits={(limits) => setHeat((before) => ({ ...before, limits }))}
        kept={<KeptMark {...autosave} />}
      />
    </Grid>
  );
}

/** The document's logs, with soaks and notes of the logbook that nothing was said of yet; the newest first, struck ones last. */
const allLogs = (
  { logs }: Pick<Heat, "logs">,
  soaks: readonly Soak[],
  noted: readonly HeatLog[],
): HeatLog[] => {
  const known = new Set(logs.map(({ id }) => id));
  return [
    ...logs,
    ...[...soaks.map(({ log }) => log), ...noted].filter(({ id }) => !known.has(id)),
  ].toSorted(
    (a, b) =>
      Number(a.isStruck) - Number(b.isStruck) || Date.parse(b.startedAt) - Date.parse(a.startedAt),
  );
};

type WatchedProps = Pick<HeatScreenProps, "claimed"> & {
  log: HeatLog;
  known: readonly KnownResistance[];
  probesOf: ProbesOf;
  limits: HeatLimits;
  amplifier: HeatScreenProps["amplifier"];
  details: HeatScreenProps["details"];
  onChange(log: HeatLog): void;
  onLimits(limits: HeatLimits): void;
  kept: React.ReactNode;
};

function Watched({
  log,
  known,
  probesOf,
  limits,
  amplifier,
  details,
  claimed,
  onChange,
  onLimits,
  kept,
}: WatchedProps) {
  const { probes, trouble, isReading } = probesOf(log);
  const [stretch, setStretch] = useState<number | null>(null);
  const [spotId, setSpotId] = useState<string | null>(null);
  const [isEditing, setEditing] = useState(false);
  const read = useMemo(() => readLog(log, probes, limits, stretch), [log, probes, limits, stretch]);
  const lead = read.spots.find(({ spot }) => spot.id === spotId) ?? leadSpot(read);
  const leadId = lead?.spot.id ?? null;
  return (
    <Grid templateColumns="minmax(0, 1fr) 318px" gap={4} alignItems="start">
      <Grid templateColumns="minmax(0, 1fr)" gap={4}>
        {isTyped(log) && (
          <Panel>
            <TypedTemperatures
              log={log}
              onAdd={(reading) => onChange({ ...log, readings: [...log.readings, reading] })}
              onRemove={(id) =>
                onChange({ ...log, readings: log.readings.filter((each) => each.id !== id) })
              }
            />
          </Panel>
        )}
        <Panel>
          <Flex justify="space-between" align="start" gap={4}>
            <HeatAnswer lead={lead} read={read} limits={limits} />
            <HStack gap={2} flexShrink={0}>
              {kept}
              <ActionButton minH="36px" px={2.5} onClick={() => setEditing(!isEditing)}>
                <SlidersHorizontal size={15} /> {isEditing ? "Done" : "Set up"}
              </ActionButton>
            </HStack>
          </Flex>
          <FileState trouble={trouble} reading={isReading ? (log.file?.fileName ?? "") : null} />
          {isEditing && (
            <SetUp
              isTyped={isTyped(log)}
              {...{ log, details, onChange }}
              channelCount={amplifier.channelCount}
            />
          )}
          <Stretches read={read} onChoose={setStretch} />
          <Courses log={log} read={read} leadId={leadId} limits={limits} />
          {lead?.reading && <Residuals name={lead.spot.name} fit={lead.reading.fit} />}
        </Panel>
        <Grid templateColumns="minmax(0, 1fr) minmax(0, 1fr)" gap={4} alignItems="start">
          <EventsPanel
            logId={log.id}
            events={log.events}
            nowSeconds={() =>
              isTyped(log) ? (Date.now() - Date.parse(log.startedAt)) / 1000 : null
            }
            onChange={(events) => onChange({ ...log, events })}
          />
          <HeatLimitsPanel limits={limits} onChange={onLimits} />
        </Grid>
        <ClaimedHeatPanel claimed={claimed} lead={lead} read={read} limits={limits} />
        <CompareHeat
          known={known}
          roomCelsius={read.roomCelsius}
          limitCelsius={limits.acceptableUpTo}
        />
      </Grid>
      <Grid gap={4}>
        <Panel px={3}>
          <SpotList spots={read.spots} chosenId={leadId} onChoose={setSpotId} />
          <EvennessLine found={read.evenness} />
        </Panel>
        <SpotPins
          photos={details.photos}
          spots={read.spots}
          chosenId={leadId}
          onPin={(id, pin) =>
            onChange({
              ...log,
              spots: log.spots.map((spot) => (spot.id === id ? { ...spot, pin } : spot)),
            })
          }
        />
        <ActionButton onClick={() => onChange({ ...log, isStruck: !log.isStruck })}>
          <Strikethrough size={16} /> {log.isStruck ? "Include" : "Strike out"}
        </ActionButton>
      </Grid>
    </Grid>
  );
}

/** Read by eye on this stage. */
const isTyped = (log: HeatLog): boolean =>
  log.file === null && log.runId === null && !isOfNotes(log);

function FileState({ trouble, reading }: { trouble: string | null; reading: string | null }) {
  if (trouble)
    return (
      <Text role="alert" color="ember" mt={2}>
        {trouble}
      </Text>
    );
  return reading === null ? null : (
    <Text color="muted" mt={2}>
      Reading {reading}…
    </Text>
  );
}

function Courses({
  log,
  read,
  leadId,
  limits,
}: {
  log: HeatLog;
  read: ReadLog;
  leadId: string | null;
  limits: HeatLimits;
}) {
  const drawn = useMemo(() => drawnSpots(read, leadId), [read, leadId]);
  const across = useMemo(
    () => [
      { celsius: limits.acceptableUpTo, words: "acceptable up to here" },
      { celsius: limits.tooHotAbove, words: "too hot" },
    ],
    [limits.acceptableUpTo, limits.tooHotAbove],
  );
  const predicted = drawn.flatMap((spot) => spot.predicted.slice(-1).map(({ seconds }) => seconds));
  return (
    <>
      <HeatChart
        spots={drawn}
        chosenId={leadId}
        events={log.events}
        limits={across}
        endSeconds={Math.max(read.endSeconds, ...predicted)}
        roomCelsius={read.roomCelsius}
        caption={captionOf(log, read)}
      />
      <Text fontSize="13.5px" color="muted">
        Drag to move, wheel or + and − to zoom, double-click or 0 to show all.
      </Text>
    </>
  );
}

const captionOf = ({ title }: HeatLog, { spots }: ReadLog): string =>
  `${title}: ${spots
    .map(
      ({ spot, last }) =>
        `${spot.name} ${last === null ? "not read" : `${formatFixed(last, 1)} °C`}`,
    )
    .join(", ")}.`;
