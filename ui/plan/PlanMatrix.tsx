import { Box, Heading, Table, Text } from "@chakra-ui/react";
import { Check } from "lucide-react";
import { useState } from "react";
import { drivenText } from "@/core/claim";
import {
  changesIn,
  isInCell,
  newRun,
  orderedGently,
  planMatrix,
  type MatrixCell,
  type MatrixRow,
  type PlanFacts,
  type PlannedRun,
} from "@/core/plan";
import { RUN_KINDS } from "@/core/run";
import { formatShort } from "@/core/units";
import type { RunEntry } from "@/records";
import { isMade } from "@/records/facts";
import { settingName } from "@/phrasing";
import { ActionButton } from "../parts/ActionButton";
import { Panel } from "../parts/Panel";

const pairsText = (count: number): string =>
  count === 1 ? "one pair bridged" : `${count} pairs bridged`;

/** "9 changes of the load, 1 of the supply or a switch" */
const changesText = (runs: readonly PlannedRun[]): string => {
  const { loads, settings } = changesIn(runs);
  const times = (count: number) => (count === 1 ? "once" : `${count} times`);
  return [
    ...(loads > 0 ? [`the load ${times(loads)}`] : []),
    ...(settings > 0 ? [`the supply or a switch ${times(settings)}`] : []),
  ].join(", ");
};

export type PlanMatrixProps = {
  facts: PlanFacts;
  runs: readonly PlannedRun[];
  /** Runs that have been made. */
  made: readonly RunEntry[];
  onRuns(runs: PlannedRun[]): void;
};

/** Every combination under which output can be measured: a press puts it into the plan or takes it out. */
export function PlanMatrix({ facts, runs, made, onRuns }: PlanMatrixProps) {
  const all = planMatrix(facts);
  const [isWhole, setWhole] = useState(false);
  const isIn = (row: MatrixRow) =>
    runs.some((run) => row.cells.some((cell) => isInCell(run, cell)));
  const rows = all.filter((row) => isWhole || !row.isCombined || isIn(row));
  const press = (cell: MatrixCell, isPlanned: boolean) =>
    onRuns(
      isPlanned
        ? runs.filter((run) => !isInCell(run, cell))
        : orderedGently([...runs, newRun(cell.kind, facts, runs, cell)]),
    );
  const [{ cells: columns }] = rows;
  const changes = changesText(runs);
  const hasSettings = rows.some(({ setting }) => setting !== "");
  return (
    <Panel data-testid="matrix">
      <Heading as="h2" fontSize="18px" mb={1}>
        What is measured
      </Heading>
      <Text color="muted" fontSize="14px" mb={2}>
        Claimed combinations are framed.
        {changes !== "" && ` In this order you change ${changes}.`}
      </Text>
      <Box overflowX="auto">
        <Table.Root size="sm" w="auto">
          <Table.Header>
            <Table.Row bg="transparent">
              {hasSettings && (
                <Table.ColumnHeader color="muted">Supply and settings</Table.ColumnHeader>
              )}
              <Table.ColumnHeader color="muted">Load</Table.ColumnHeader>
              {columns.map(({ kind, channelsDriven, isBridged }) => (
                <Table.ColumnHeader
                  key={`${kind} ${channelsDriven} ${isBridged}`}
                  color="muted"
                  textAlign="center"
                >
                  {RUN_KINDS[kind].title}
                  <Text fontWeight={400}>
                    {isBridged ? pairsText(channelsDriven) : drivenText(channelsDriven)}
                  </Text>
                </Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {rows.map(({ setting, loadOhms, cells }, k) => (
              <Table.Row key={`${setting} ${loadOhms}`} bg="transparent">
                {hasSettings && (
                  <Table.Cell fontWeight={600}>
                    {setting === rows[k - 1]?.setting ? "" : settingName(setting) || "as supplied"}
                  </Table.Cell>
                )}
                <Table.Cell whiteSpace="nowrap">{formatShort(loadOhms)} Ω</Table.Cell>
                {cells.map((cell) => (
                  <Cell
                    key={`${cell.kind} ${cell.channelsDriven} ${cell.isBridged}`}
                    cell={cell}
                    isPlanned={runs.some((run) => isInCell(run, cell))}
                    isDone={isMade(cell, made)}
                    onPress={(isPlanned) => press(cell, isPlanned)}
                  />
                ))}
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Box>
      {all.some(({ isCombined }) => isCombined) && (
        <ActionButton
          aria-expanded={isWhole}
          minH="36px"
          px={3}
          mt={2}
          fontSize="14px"
          onClick={() => setWhole((now) => !now)}
        >
          {isWhole ? "Fewer combinations" : "All combinations"}
        </ActionButton>
      )}
    </Panel>
  );
}

/** "Power against distortion, 8 Ω, one channel driven, 48 V brick" */
const nameOf = ({ kind, loadOhms, channelsDriven, setting, isBridged }: MatrixCell): string =>
  [
    RUN_KINDS[kind].title,
    `${formatShort(loadOhms)} Ω`,
    isBridged ? pairsText(channelsDriven) : drivenText(channelsDriven),
    settingName(setting),
  ]
    .filter(Boolean)
    .join(", ");

function Cell({
  cell,
  isPlanned,
  isDone,
  onPress,
}: {
  cell: MatrixCell;
  isPlanned: boolean;
  isDone: boolean;
  onPress(isPlanned: boolean): void;
}) {
  return (
    <Table.Cell textAlign="center" py={1}>
      <button
        type="button"
        role="checkbox"
        aria-checked={isPlanned}
        aria-label={`${nameOf(cell)}${cell.isClaimed ? ", claimed" : ""}${isDone ? ", done" : ""}`}
        onClick={() => onPress(isPlanned)}
        style={{ display: "block", margin: "0 auto" }}
      >
        <Box
          display="flex"
          alignItems="center"
          justifyContent="center"
          gap={1}
          minW="64px"
          h="32px"
          px={2}
          borderRadius="control"
          borderWidth={cell.isClaimed ? "2px" : "1px"}
          borderColor={cell.isClaimed ? "spruce" : "rime"}
          bg={isPlanned ? "sunken" : "transparent"}
          color={isDone ? "lichen" : "ink"}
          fontSize="13.5px"
          fontWeight={600}
        >
          {isPlanned && <Check size={15} aria-hidden />}
          {isDone && "done"}
        </Box>
      </button>
    </Table.Cell>
  );
}
