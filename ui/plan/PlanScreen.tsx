"use client";
import { cautionReason, cautionTitle } from "@/phrasing";
import { arrayMove } from "@dnd-kit/sortable";
import { Box, Flex, Grid, HStack, Text } from "@chakra-ui/react";
import { ArrowRight, ListOrdered, Printer } from "lucide-react";
import { PageLink } from "../parts/PageLink";
import { Fragment, useMemo, useState } from "react";
import {
  newRun,
  orderedGently,
  proposePlan,
  timelineOf,
  tooEarly,
  type PlannedRun,
} from "@/core/plan";
import { RUN_KINDS, type PlanSize } from "@/core/run";
import { cautionsFor } from "@/core/safety";
import { formatShort, formatSignificant } from "@/core/units";
import {
  amplifierName,
  type Plan,
  type RigSettings,
  type Room,
  type RunEntry,
  type StatedPower,
} from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { KeptMark } from "../parts/KeptMark";
import { useKeys } from "../parts/keys";
import { Panel } from "../parts/Panel";
import { Reading } from "../parts/Reading";
import {
  safetyFacts,
  heatModel,
  planFacts,
  runTroubles,
  type PlanRecords,
  isMade,
} from "@/records/facts";
import { saveDocument } from "../parts/saves";
import { unrevised } from "../parts/unrevised";
import { useAutosave } from "../parts/useAutosave";
import { durationText } from "../parts/durationText";
import { AddRun } from "./AddRun";
import { Checklist } from "./Checklist";
import { Limits } from "./Limits";
import { PlanMatrix } from "./PlanMatrix";
import { PlanRow } from "./PlanRow";
import { RunEditor } from "./RunEditor";
import { Sortable } from "../parts/Sortable";
import { TimelineChart } from "./TimelineChart";

const SIZES: readonly { size: PlanSize; label: string; key: string }[] = [
  { size: "quick", label: "Quick", key: "1" },
  { size: "standard", label: "Standard", key: "2" },
  { size: "everything", label: "Full", key: "3" },
];

export type PlanScreenProps = {
  records: PlanRecords;
  plan: Plan;
  runs: readonly RunEntry[];
  rig: RigSettings;
  room: Room;
};

/** The runs in the order in which they are to be made, with the time and the heat that they take. */
export function PlanScreen({ records, plan: initial, runs: made, rig, room }: PlanScreenProps) {
  const { amplifier, claims } = records;
  const [plan, setPlan] = useState(() => unrevised<Plan>(initial));
  const [chosenId, setChosenId] = useState<string | null>(null);
  // What is typed lives in the fields; after going back they must show what is kept.
  const [undoneCount, setUndoneCount] = useState(0);
  const restore = (before: Plan) => {
    setPlan(before);
    setUndoneCount(undoneCount + 1);
  };
  const autosave = useAutosave({
    name: `plan of ${amplifier.id}`,
    value: plan,
    restore,
    revision: initial.revision,
    asDraft: unrevised<Plan>,
    save: (content, revision) => saveDocument(amplifier.id, "plan", { ...content, revision }),
  });
  const facts = useMemo(() => planFacts(records), [records]);
  const [roomCelsius, setRoomCelsius] = useState(room.celsius);
  const { model, timeline } = useHeat(records, plan, roomCelsius);
  const early = useMemo(() => tooEarly(plan.runs), [plan.runs]);
  const setRuns = (runs: PlannedRun[]) => setPlan({ ...plan, runs });
  const propose = (size: PlanSize) => {
    setChosenId(null);
    setRuns(proposePlan(facts, size));
  };
  useKeys(
    useMemo(
      () =>
        SIZES.map(({ size, label, key }) => ({
          key,
          label: `Plan: ${label.toLowerCase()}`,
          run: () => setPlan((before) => ({ ...before, runs: proposePlan(facts, size) })),
        })),
      [facts],
    ),
  );
  const move = (id: string, to: number) => {
    const at = plan.runs.findIndex((run) => run.id === id);
    if (to >= 0 && to < plan.runs.length) setRuns(arrayMove(plan.runs, at, to));
  };
  const provesOf = (id: string) =>
    provedBy(
      plan.runs.find((run) => run.id === id),
      claims,
    );
  return (
    <>
      <Grid templateColumns="minmax(0, 1fr)" gap={4} display={{ base: "grid", _print: "none" }}>
        <Panel>
          <Flex justify="space-between" align="center" gap={4} wrap="wrap" mb={2}>
            <HStack as="h1" gap={6} align="baseline">
              <Reading
                value={plan.runs.length > 0 ? durationText(timeline.totalSeconds) : "No runs yet"}
                unit={plan.runs.length > 0 ? `for ${plan.runs.length} runs, pauses included` : ""}
              />
            </HStack>
            <ReadyPlans isFirst={plan.runs.length === 0} onPropose={propose} />
          </Flex>
          {plan.runs.length === 0 ? (
            <Text color="muted">
              Quick tests the claims. Standard adds noise, response, crosstalk and bursts. Full adds
              every supply and switch, bridging, low loads and the heat soak. Gentle runs always
              come first.
            </Text>
          ) : (
            <>
              <Guards
                totalSeconds={timeline.totalSeconds}
                dayHours={plan.dayHours}
                troubles={plan.runs.flatMap((run) =>
                  runTroubles(run, records)
                    .slice(0, 1)
                    .map((words) => `${RUN_KINDS[run.kind].title}: ${words}`),
                )}
                unproven={
                  claims.filter(({ id }) => !plan.runs.some(({ proves }) => proves.includes(id)))
                    .length
                }
              />
              {records.sink && (
                <Text fontSize="14px" color="muted" mb={1} data-testid="measured-heat">
                  Amplifier heat, from its soak: {formatSignificant(records.sink.kelvinPerWatt, 3)}{" "}
                  K/W, time constant {formatSignificant(records.sink.timeConstantSeconds / 60, 2)}{" "}
                  min.
                </Text>
              )}
              <TimelineChart
                timeline={timeline}
                model={model}
                chosenId={chosenId}
                onChoose={setChosenId}
              />
            </>
          )}
        </Panel>
        <PlanMatrix facts={facts} runs={plan.runs} made={made} onRuns={setRuns} />
        {plan.runs.length > 0 && (
          <Grid templateColumns="minmax(0, 1fr) 250px" gap={4} alignItems="start">
            <Panel px={2}>
              <Sortable
                ids={plan.runs.map(({ id }) => id)}
                onMove={(id, overId) =>
                  move(
                    id,
                    plan.runs.findIndex((run) => run.id === overId),
                  )
                }
              >
                <Box as="ol">
                  {timeline.entries.map((entry, index) => (
                    <Fragment key={entry.run.id}>
                      <PlanRow
                        entry={entry}
                        number={index + 1}
                        proves={provesOf(entry.run.id)}
                        troubles={runTroubles(entry.run, records)}
                        isMade={isMade(entry.run, made)}
                        isEarly={early.has(entry.run.id)}
                        isChosen={entry.run.id === chosenId}
                        onChoose={() =>
                          setChosenId(entry.run.id === chosenId ? null : entry.run.id)
                        }
                        onMove={(step) => move(entry.run.id, index + step)}
                        onRemove={() => setRuns(plan.runs.filter(({ id }) => id !== entry.run.id))}
                      />
                      {entry.run.id === chosenId && (
                        <RunEditor
                          key={undoneCount}
                          run={entry.run}
                          onChange={(run) =>
                            setRuns(plan.runs.map((each) => (each.id === run.id ? run : each)))
                          }
                        />
                      )}
                    </Fragment>
                  ))}
                </Box>
              </Sortable>
            </Panel>
            <Grid gap={4}>
              <Panel>
                <KeptMark {...autosave} />
                <Grid gap={2} mt={3}>
                  <ActionButton tone="primary" asChild>
                    <PageLink href={`/amplifiers/${amplifier.id}/bench`}>
                      Next: the bench <ArrowRight size={16} />
                    </PageLink>
                  </ActionButton>
                  <ActionButton onClick={() => window.print()}>
                    <Printer size={16} /> Print the checklist
                  </ActionButton>
                  <ActionButton
                    onClick={() => setRuns(orderedGently(plan.runs))}
                    disabled={early.size === 0}
                  >
                    <ListOrdered size={16} /> Sort gentle first
                  </ActionButton>
                </Grid>
              </Panel>
              <AddRun onAdd={(kind) => setRuns([...plan.runs, newRun(kind, facts, plan.runs)])} />
              <Limits
                key={undoneCount}
                plan={plan}
                room={room}
                onChange={setPlan}
                onRoom={setRoomCelsius}
              />
            </Grid>
          </Grid>
        )}
      </Grid>
      <Checklist
        title={`${amplifierName(amplifier)}: plan`}
        timeline={timeline}
        cautions={cautionsFor(safetyFacts({ ...records, amplifier, claims, plan }, rig)).map(
          (caution) => `${cautionTitle(caution)}. ${cautionReason(caution)}`,
        )}
        provesOf={(id) => provesOf(id).join(", ")}
      />
    </>
  );
}

function ReadyPlans({ isFirst, onPropose }: { isFirst: boolean; onPropose(size: PlanSize): void }) {
  return (
    <HStack gap={2} role="group" aria-label="Plan templates">
      {SIZES.map(({ size, label, key }) => (
        <ActionButton
          key={size}
          hotkey={key}
          minH="40px"
          tone={isFirst && size === "standard" ? "primary" : "quiet"}
          onClick={() => onPropose(size)}
        >
          {label}
        </ActionButton>
      ))}
    </HStack>
  );
}

/** The claims that a run of the plan proves, in words. */
const provedBy = (run: PlannedRun | undefined, claims: readonly StatedPower[]): string[] =>
  claims
    .filter(({ id }) => run?.proves.includes(id))
    .map(({ powerWatts, loadOhms }) => `${powerWatts} W into ${loadOhms} Ω`);

/** What the plan heats, and the pauses that follow from it. */
const useHeat = (records: PlanRecords, plan: Plan, roomCelsius: number) =>
  useMemo(() => {
    const model = heatModel({ ...records, roomCelsius }, plan);
    return { model, timeline: timelineOf(plan.runs, model) };
  }, [records, plan, roomCelsius]);

function Guards({
  totalSeconds,
  dayHours,
  troubles,
  unproven,
}: {
  totalSeconds: number;
  dayHours: number;
  troubles: readonly string[];
  unproven: number;
}) {
  const words = [
    ...(totalSeconds > dayHours * 3600
      ? [
          `longer than a bench day of ${formatShort(dayHours)} h: it takes ${Math.ceil(totalSeconds / 3600 / dayHours)} days`,
        ]
      : []),
    ...troubles.slice(0, 1),
    ...(troubles.length > 1
      ? [
          `${troubles.length - 1} more ${troubles.length === 2 ? "run has" : "runs have"} a warning of ${troubles.length === 2 ? "its" : "their"} own`,
        ]
      : []),
    ...(unproven > 0
      ? [`${unproven === 1 ? "one claim is" : `${unproven} claims are`} not tested by any run`]
      : []),
  ];
  if (words.length === 0) return null;
  return (
    <Text
      role="status"
      bg="ochreWash"
      borderLeftWidth="4px"
      borderColor="ochre"
      borderRadius="6px"
      px={3}
      py={1.5}
      fontSize="14.5px"
      mb={2}
    >
      {words.join("; ")}.
    </Text>
  );
}
