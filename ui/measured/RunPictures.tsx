import { Box, Flex, Heading, HStack, Text } from "@chakra-ui/react";
import { useRef, useState, type RefObject } from "react";
import { RUN_KINDS } from "@/core/run";
import { formatSignificant } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import { amplifierName, type Amplifier, type Run } from "@/records";
import type { RunReadings } from "@/records/facts";
import { BurstBars } from "../charts/BurstBars";
import { LineChart } from "../charts/LineChart";
import { SaveChart } from "../charts/SaveChart";
import { fetched } from "../parts/fetched";
import { ActionButton } from "../parts/ActionButton";
import { Panel } from "../parts/Panel";
import { unbroken } from "../parts/unbroken";
import { chartsOf, isClaimed, type ChartGroup } from "@/drawing/chartsOf";
import { conditionsLine } from "./conditionsLine";
import { ExportLinks } from "./ExportLinks";

// Looked at now and then: they come with what cuts, listens and draws samples when one of them is chosen.
const LevelPanel = fetched(() =>
  import("../recording/LevelPanel").then((module) => module.LevelPanel),
);
const RecordingPanel = fetched(() =>
  import("../recording/RecordingPanel").then((module) => module.RecordingPanel),
);

/** Levels can be looked at where one recording holds them all. */
const hasLevels = (run: Run): boolean =>
  run.captures.length === 1 && run.result.channels.some(({ levels }) => levels?.length);

/** The sheet that one level of a sweep is looked at on. */
const LEVEL = "level";
/** The sheet a run's recordings are looked at on, beside its charts. */
const RECORDING = "recording";

export type RunPicturesProps = {
  run: Run;
  before: Run | null;
  amplifier: Amplifier;
  readings: RunReadings;
  claimedWatts: number | null;
};

/** What a run is to be seen by: its charts, bursts cycle by cycle, and its recordings, a tab each. */
export function RunPictures({ run, before, amplifier, readings, claimedWatts }: RunPicturesProps) {
  const charts = chartsOf(run, before);
  const bursts = run.result.channels.flatMap(({ bursts: found }, k) =>
    found.map((burst) => ({ burst, k })),
  );
  const tabs = tabsOf(run, charts, bursts.length > 0);
  const [chosen, setChosen] = useState(tabs[0]?.id ?? "");
  const [levelWatts, setLevelWatts] = useState<number | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const chart = charts.find(({ id }) => id === chosen);
  const { title } = RUN_KINDS[run.kind];
  return (
    <Panel
      display="flex"
      flexDirection="column"
      h={{ base: "auto", lg: "calc(100dvh - 192px)" }}
      minH="470px"
      position="sticky"
      top="84px"
    >
      <Flex justify="space-between" align="start" columnGap={3} rowGap={1} wrap="wrap">
        <Box flex="1 1 300px">
          <Heading as="h1" fontSize="19px">
            {title}
          </Heading>
          <Text color="muted" fontSize="14px">
            {unbroken(conditionsLine(run))}
          </Text>
        </Box>
        <HStack gap={1.5}>
          {chart && (
            <SaveChart
              svg={svg}
              name={`${amplifierName(amplifier)} ${run.kind} ${chart.id}`
                .replace(/\s+/g, "-")
                .toLowerCase()}
            />
          )}
          <ExportLinks run={run} />
        </HStack>
      </Flex>
      {tabs.length > 1 && <Tabs tabs={tabs} chosen={chosen} onChoose={setChosen} />}
      {chart && (
        <ChartSheet
          {...{ run, before, readings, chart, svg, levelWatts }}
          onLevel={setLevelWatts}
          onLook={() => setChosen(LEVEL)}
        />
      )}
      {chosen === "cycles" && <Cycles run={run} bursts={bursts} claimedWatts={claimedWatts} />}
      {chosen === LEVEL && <LevelPanel run={run} watts={levelWatts} onWatts={setLevelWatts} />}
      {chosen === RECORDING && <RecordingPanel run={run} />}
    </Panel>
  );
}

/** One chart of the run; where levels stand on it, the one under the cursor may be looked at. */
function ChartSheet({
  run,
  before,
  readings,
  chart,
  svg,
  levelWatts,
  onLevel,
  onLook,
}: Pick<RunPicturesProps, "run" | "before" | "readings"> & {
  chart: ChartGroup;
  svg: RefObject<SVGSVGElement | null>;
  levelWatts: number | null;
  onLevel(watts: number): void;
  onLook(): void;
}) {
  const isOfLevels = chart.x === "watts" && hasLevels(run);
  return (
    <>
      <LineChart
        key={chart.id}
        x={chart.x}
        y={chart.y}
        curves={chart.curves}
        band={isClaimed(chart) ? (readings.mark?.band ?? null) : null}
        crossings={readings.crossings}
        caption={`${chart.title} of ${RUN_KINDS[run.kind].title.toLowerCase()}. ${run.result.channels[0].summary}`}
        svgRef={svg}
        onPlaced={isOfLevels ? onLevel : undefined}
      />
      <Flex justify="space-between" align="center" gap={3} wrap="wrap">
        <Legend chart={chart} hasGhost={before !== null} />
        {levelWatts !== null && isOfLevels && (
          <ActionButton minH="36px" fontSize="14px" onClick={onLook}>
            Show level {formatSignificant(levelWatts, 3)} W
          </ActionButton>
        )}
      </Flex>
    </>
  );
}

/** What the looks of the curves mean. */
function Legend({ chart, hasGhost }: { chart: ChartGroup; hasGhost: boolean }) {
  const words = [
    chart.curves.some(({ marks }) => marks) &&
      "Bold: THD+N, 20 Hz to 20 kHz. Fine: THD alone. Filled marks: flat tops.",
    hasGhost && "Faint: previous run under the same conditions.",
  ].filter(Boolean);
  return (
    <Text fontSize="13.5px" color="muted">
      {words.join(" ")}
    </Text>
  );
}

const tabsOf = (run: Run, charts: readonly ChartGroup[], hasBursts: boolean): Tab[] => [
  ...(hasBursts ? [{ id: "cycles", title: "Cycles" }] : []),
  ...charts,
  ...(hasLevels(run) ? [{ id: LEVEL, title: "One level" }] : []),
  ...(run.captures.length > 0
    ? [{ id: RECORDING, title: RUN_KINDS[run.kind].isListenedTo ? "Listen" : "Recording" }]
    : []),
];

type Tab = { id: string; title: string };

function Tabs({
  tabs,
  chosen,
  onChoose,
}: {
  tabs: readonly Tab[];
  chosen: string;
  onChoose(id: string): void;
}) {
  return (
    <HStack role="tablist" gap={1.5} mt={2} wrap="wrap">
      {tabs.map(({ id, title }) => (
        <ActionButton
          key={id}
          role="tab"
          aria-selected={id === chosen}
          tone={id === chosen ? "primary" : "quiet"}
          minH="36px"
          px={3}
          fontSize="14px"
          onClick={() => onChoose(id)}
        >
          {title}
        </ActionButton>
      ))}
    </HStack>
  );
}

function Cycles({
  run,
  bursts,
  claimedWatts,
}: {
  run: Run;
  bursts: readonly {
    burst: Run["result"]["channels"][number]["bursts"][number];
    k: number;
  }[];
  claimedWatts: number | null;
}) {
  return (
    <Flex direction="column" gap={1} flex={1} minH="300px" overflowY="auto">
      {bursts.map(({ burst, k }) => {
        const { channelIndex } = run.conditions.channels[k];
        return (
          <BurstBars
            key={`${k}-${burst.label}`}
            burst={burst}
            channelIndex={channelIndex}
            letter={channelLetter(channelIndex)}
            claimedWatts={claimedWatts}
          />
        );
      })}
    </Flex>
  );
}
