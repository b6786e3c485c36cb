"use client";
import { Box, Flex, Grid, Heading, HStack, Table, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import type { ReadClaim } from "@/core/claim";
import type { Figure } from "@/core/run";
import { RUN_KINDS } from "@/core/plan";
import { channelLetter } from "@/core/verdict";
import { amplifierName, type Amplifier, type MeasuredRun, type Run } from "@/records";
import { BurstBars } from "../charts/BurstBars";
import { channelLook } from "../charts/channelLook";
import { LineChart } from "../charts/LineChart";
import { SaveChart } from "../charts/SaveChart";
import { ActionButton } from "../parts/ActionButton";
import { Panel } from "../parts/Panel";
import { Reading } from "../parts/Reading";
import { unbroken } from "../parts/unbroken";
import { VerdictWord } from "../verdict/VerdictWord";
import { chartsOf, isCommon, type ChartGroup } from "./chartsOf";
import { claimMark, type ClaimMark } from "@/records/facts";
import { conditionsLine } from "./conditionsLine";
import { ExportLinks } from "./ExportLinks";
import { figureText, shownFigure } from "./quantityText";
import { RecordingPanel } from "../recording/RecordingPanel";
import { RunRemarks } from "./RunRemarks";
import { repeatStatistics, type Statistic } from "@/records/facts";
import { StopPanel } from "./StopPanel";

export type MeasuredViewProps = {
  run: MeasuredRun;
  runs: readonly Run[];
  before: MeasuredRun | null;
  amplifier: Amplifier;
  claims: readonly ReadClaim[];
  claimedWatts: number | null;
};

/** The sheet a run's recordings are looked at on, beside its charts. */
const RECORDING = "recording";

/** Any run in the common form: its charts, the main reading large, the other readings, and why it stopped. */
export function MeasuredView({
  run,
  runs,
  before,
  amplifier,
  claims,
  claimedWatts,
}: MeasuredViewProps) {
  const charts = chartsOf(run, before);
  const bursts = run.result.channels.flatMap(({ bursts: found }, k) =>
    found.map((burst) => ({ burst, k })),
  );
  const tabs = tabsOf(run, charts, bursts.length > 0);
  const [chosen, setChosen] = useState(tabs[0]?.id ?? "");
  const svg = useRef<SVGSVGElement>(null);
  const mark = claimMark(run.kind, run.result.channels, claims);
  const chart = charts.find(({ id }) => id === chosen);
  return (
    <Grid
      templateColumns={{ base: "minmax(0, 1fr) 318px", xl: "minmax(0, 1fr) 340px" }}
      gap={4}
      flex={1}
      minH={0}
      alignItems="start"
      opacity={run.remarks.struck ? 0.75 : 1}
    >
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
              {RUN_KINDS[run.kind].title}
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
          <LineChart
            key={chart.id}
            x={chart.x}
            y={chart.y}
            curves={chart.curves}
            band={chart.y === "level-ratio" ? (mark?.band ?? null) : null}
            caption={`${chart.title} of ${RUN_KINDS[run.kind].title.toLowerCase()}. ${run.result.channels[0].summary}`}
            svgRef={svg}
          />
        )}
        {chosen === "cycles" && <Cycles run={run} bursts={bursts} claimedWatts={claimedWatts} />}
        {chosen === RECORDING && <RecordingPanel run={run} />}
        {before && chart && (
          <Text fontSize="13.5px" color="muted">
            Faint: the run of this kind before it.
          </Text>
        )}
      </Panel>
      <Flex direction="column" gap={3} minW={0}>
        <MainReading run={run} mark={mark} />
        <Repeats statistics={repeatStatistics(run, runs)} />
        <Panel py={2} maxH="40vh" overflow="auto">
          <FigureTable run={run} />
        </Panel>
        <StopPanel run={run} stops={run.result.channels.map(({ stop }) => stop)} />
        <RunRemarks run={run} />
      </Flex>
    </Grid>
  );
}

const tabsOf = (run: MeasuredRun, charts: readonly ChartGroup[], hasBursts: boolean): Tab[] => [
  ...(hasBursts ? [{ id: "cycles", title: "Cycles" }] : []),
  ...charts,
  ...(run.captures.length > 0
    ? [{ id: RECORDING, title: run.kind === "residual" ? "Listen" : "Recording" }]
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
  run: MeasuredRun;
  bursts: readonly {
    burst: MeasuredRun["result"]["channels"][number]["bursts"][number];
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

function MainReading({ run, mark }: { run: MeasuredRun; mark: ClaimMark | null }) {
  const first = run.result.channels[0];
  return (
    <Panel>
      <Text color="muted">{first.figures[0]?.label ?? "Nothing was read"}</Text>
      {(isCommon(run.kind) ? run.result.channels.slice(0, 1) : run.result.channels).map(
        ({ figures }, k) => {
          const { channelIndex } = run.conditions.channels[k];
          const shown = figures[0] && shownFigure(figures[0]);
          return (
            <HStack key={channelIndex} align="baseline" gap={3} mt={2}>
              {!isCommon(run.kind) && (
                <Text
                  w="20px"
                  fontSize="20px"
                  fontWeight={700}
                  color={channelLook(channelIndex).color}
                >
                  {channelLetter(channelIndex)}
                </Text>
              )}
              {shown && (
                <Reading
                  value={shown.prefix ? `${shown.prefix} ${shown.value}` : shown.value}
                  unit={shown.unit}
                  plusMinus={shown.plusMinus}
                />
              )}
            </HStack>
          );
        },
      )}
      <Text fontSize="14.5px" mt={2.5} data-testid="sentence">
        {unbroken(first.summary)}
      </Text>
      {mark && (
        <Box mt={2.5} pt={2.5} borderTopWidth="1px" borderColor="rime" fontSize="14.5px">
          <HStack gap={2} wrap="wrap">
            <Text>Claim “{mark.text}”:</Text>
            <VerdictWord status={mark.status ?? "not-tested"} />
          </HStack>
          {mark.note && (
            <Text color="muted" fontSize="13.5px">
              {mark.note}
            </Text>
          )}
        </Box>
      )}
    </Panel>
  );
}

/** What the repeats of a run say together. */
function Repeats({ statistics }: { statistics: readonly Statistic[] }) {
  if (statistics.length === 0) return null;
  return (
    <Panel py={2} fontSize="14.5px" data-testid="repeats">
      {statistics.map(({ channelIndex, figure, scatter, count }) => (
        <Text key={channelIndex}>
          <b>{channelLetter(channelIndex)}</b> mean of {count}: <b>{figureText(figure)}</b>, scatter{" "}
          {figureText({
            ...figure,
            quantity: "share",
            value: scatter / Math.abs(figure.value ?? 1),
            stdUncertainty: null,
          })}
        </Text>
      ))}
    </Panel>
  );
}

/** A reading in the table; in a narrow column its uncertainty goes below it. */
function FigureCell({ figure }: { figure: Figure }) {
  const { value, unit, plusMinus, prefix } = shownFigure(figure);
  return (
    <>
      <Box as="span" whiteSpace="nowrap">
        {[prefix, value, unit].filter(Boolean).join(" ")}
      </Box>
      {plusMinus && (
        <>
          {" "}
          <Box as="span" whiteSpace="nowrap" color="muted" fontWeight={500}>
            ± {plusMinus}
          </Box>
        </>
      )}
    </>
  );
}

/** All readings but the first, which is shown large; a row a reading, a column a channel. */
function FigureTable({ run }: { run: MeasuredRun }) {
  const channels = isCommon(run.kind) ? run.result.channels.slice(0, 1) : run.result.channels;
  const names = [
    ...new Set(channels.flatMap(({ figures }) => figures.slice(1).map(({ name }) => name))),
  ];
  return (
    <Table.Root
      size="sm"
      minW={channels.length > 3 ? `${110 + 84 * channels.length}px` : undefined}
      css={{
        tableLayout: "fixed",
        "& th:first-of-type": {
          width: channels.length > 3 ? "110px" : channels.length > 1 ? "34%" : "58%",
        },
        "& td, & th": { borderColor: "rime", px: 0, py: "5px", bg: "surface" },
        "& td + td, & th + th": { pl: 2.5 },
      }}
    >
      <Table.Header>
        <Table.Row>
          <Table.ColumnHeader />
          {run.conditions.channels.slice(0, channels.length).map(({ channelIndex }) => (
            <Table.ColumnHeader
              key={channelIndex}
              textAlign="end"
              color={channelLook(channelIndex).color}
              fontWeight={700}
            >
              {isCommon(run.kind) ? "" : channelLetter(channelIndex)}
            </Table.ColumnHeader>
          ))}
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {names.map((name) => {
          const found = channels.map(
            ({ figures }) => figures.find((figure) => figure.name === name) ?? null,
          );
          return (
            <Table.Row key={name}>
              <Table.Cell color="muted" fontSize="14px">
                {found.find((figure) => figure)?.label}
              </Table.Cell>
              {found.map((figure, k) => (
                <Table.Cell key={k} textAlign="end" fontWeight={600} fontSize="14px">
                  {figure && <FigureCell figure={figure} />}
                </Table.Cell>
              ))}
            </Table.Row>
          );
        })}
      </Table.Body>
    </Table.Root>
  );
}
