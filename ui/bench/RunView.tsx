"use client";
import { Box, Flex, Grid, Heading, HStack, NativeSelect, Table, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { claimText, drivenText } from "@/core/claim";
import type { Curve } from "@/core/run";
import { formatHertz, formatSignificant } from "@/core/units";
import { channelLetter, judgePowerClaim } from "@/core/verdict";
import {
  amplifierName,
  powerClaim,
  powerEvidence,
  type Amplifier,
  type Claim,
  type SweepRun,
} from "@/records";
import { channelLook } from "../charts/channelLook";
import { PowerChart } from "../charts/PowerChart";
import { SaveChart } from "../charts/SaveChart";
import { ExportLinks } from "../measured/ExportLinks";
import { RunRemarks } from "../measured/RunRemarks";
import { StopPanel } from "../measured/StopPanel";
import { ActionButton } from "../parts/ActionButton";
import { Panel } from "../parts/Panel";
import { Reading } from "../parts/Reading";
import { unbroken } from "../parts/unbroken";
import { RecordingPanel } from "../recording/RecordingPanel";
import { VerdictWord } from "../verdict/VerdictWord";
import { fittingClaims, sweepReadings, type SweepReadings } from "./sweepReadings";

/** One power sweep: the curve with the claim on it, the readings, and why it stopped. */
export function RunView({
  run,
  before,
  amplifier,
  claims,
}: {
  run: SweepRun;
  before: SweepRun | null;
  amplifier: Amplifier;
  claims: readonly Claim[];
}) {
  const fitting = fittingClaims(run, claims);
  const [claimId, setClaimId] = useState(fitting[0]?.id ?? null);
  const claim = fitting.find(({ id }) => id === claimId) ?? null;
  const summary = sweepReadings(run, claim);
  const [isRecording, setRecording] = useState(false);
  const svg = useRef<SVGSVGElement>(null);
  const name = `${amplifierName(amplifier)} power sweep`.replace(/\s+/g, "-").toLowerCase();
  return (
    <Grid
      templateColumns={{ base: "minmax(0, 1fr) 318px", xl: "minmax(0, 1fr) 332px" }}
      gap={4}
      flex={1}
      minH={0}
      alignItems="start"
    >
      <Panel
        display="flex"
        flexDirection="column"
        h={{ base: "auto", lg: "calc(100dvh - 192px)" }}
        minH="430px"
        position="sticky"
        top="84px"
      >
        <Flex justify="space-between" align="start" columnGap={3} rowGap={1} wrap="wrap">
          <Box flex="1 1 300px">
            <Heading as="h1" fontSize="19px">
              Distortion against output
            </Heading>
            <Text color="muted" fontSize="14px">
              {unbroken(conditionsLine(run))}
            </Text>
          </Box>
          <HStack gap={1.5}>
            <ActionButton
              minH="36px"
              px={3}
              fontSize="13.5px"
              aria-pressed={isRecording}
              onClick={() => setRecording((now) => !now)}
            >
              {isRecording ? "Curve" : "Recording"}
            </ActionButton>
            <SaveChart svg={svg} name={name} />
            <ExportLinks run={run} />
          </HStack>
        </Flex>
        {isRecording ? (
          <RecordingPanel run={run} />
        ) : (
          <>
            <PowerChart
              curves={summary.curves}
              claim={summary.corner}
              crossings={summary.crossings}
              ghosts={before ? sweepReadings(before, null).curves : []}
              caption={caption(summary)}
              svgRef={svg}
            />
            <Text fontSize="13.5px" color="muted">
              Bold: THD+N, 20 Hz to 20 kHz. Fine: THD alone. Filled marks: flat tops.
              {before && " Faint: the sweep of this load before it."}
            </Text>
          </>
        )}
      </Panel>
      <Flex direction="column" gap={3.5} minW={0}>
        <Panel>
          {fitting.length > 1 ? (
            <ClaimChoice claims={fitting} chosen={claimId} onChoose={setClaimId} />
          ) : null}
          <Text color="muted">{summary.limitLabel}</Text>
          {summary.big.map(({ channelIndex, letter, value, plusMinus, prefix }) => (
            <HStack key={channelIndex} align="baseline" gap={3} mt={2}>
              <Text
                w="20px"
                fontSize="20px"
                fontWeight={700}
                color={channelLook(channelIndex).color}
              >
                {letter}
              </Text>
              <Reading
                value={prefix ? `${prefix} ${value}` : value}
                unit="W"
                plusMinus={plusMinus}
              />
            </HStack>
          ))}
          {claim && <RunVerdict run={run} claim={claim} />}
        </Panel>
        <Panel py={2}>
          <SummaryTable run={run} summary={summary} />
        </Panel>
        <StopPanel
          run={run}
          stops={run.result.channels.map(({ stop, steps }) => ({
            ...stop,
            picture: outputByLevel(steps),
          }))}
        />
        <RunRemarks run={run} />
      </Flex>
    </Grid>
  );
}

/** Output level by level while the drive rises evenly: where it bends or falls is where it stopped. */
const outputByLevel = (steps: SweepRun["result"]["channels"][number]["steps"]): Curve => ({
  name: "picture",
  label: "output, level by level",
  x: "count",
  y: "watts",
  points: steps.map(({ powerWatts }, level) => [level + 1, powerWatts]),
});

const conditionsLine = ({ conditions, result, source, sourceDetail }: SweepRun): string =>
  [
    formatHertz(Number(result.frequencyHz.toPrecision(4))),
    drivenText(conditions.channelsDriven),
    `${conditions.channels.map(({ loadOhms }) => formatSignificant(loadOhms, 3)).join(" and ")} Ω measured`,
    source === "recording" ? `recording ${sourceDetail}` : `simulated: ${sourceDetail}`,
  ].join(", ");

const caption = (summary: SweepReadings): string =>
  `THD plus noise against output power on logarithmic axes. ${summary.limitLabel}: ${summary.big.map(({ letter, value, prefix }) => `channel ${letter} ${prefix ?? ""}${value} watts`).join(", ")}. ${summary.corner?.label ?? ""} Left and right arrow keys read the levels.`;

function ClaimChoice({
  claims,
  chosen,
  onChoose,
}: {
  claims: readonly Claim[];
  chosen: string | null;
  onChoose(id: string): void;
}) {
  return (
    <NativeSelect.Root mb={2}>
      <NativeSelect.Field
        aria-label="Claim"
        value={chosen ?? ""}
        onChange={(event) => onChoose(event.target.value)}
        bg="surface"
        borderColor="rime"
      >
        {claims.map((claim) => (
          <option key={claim.id} value={claim.id}>
            {claimText(powerClaim(claim))}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

function RunVerdict({ run, claim }: { run: SweepRun; claim: Claim }) {
  const verdict = judgePowerClaim(powerClaim(claim), [powerEvidence(run)]);
  return (
    <Box mt={3} pt={2.5} borderTopWidth="1px" borderColor="rime">
      <HStack gap={2}>
        <Text>Claim {claim.powerWatts} W:</Text>
        <VerdictWord status={verdict.status} />
      </HStack>
    </Box>
  );
}

function SummaryTable({ run, summary }: { run: SweepRun; summary: SweepReadings }) {
  return (
    <Table.Root
      size="sm"
      css={{ "& td, & th": { borderColor: "rime", px: 0, py: "6.5px", bg: "surface" } }}
    >
      <Table.Header>
        <Table.Row>
          <Table.ColumnHeader />
          {run.conditions.channels.map(({ channelIndex }) => (
            <Table.ColumnHeader
              key={channelIndex}
              textAlign="end"
              color={channelLook(channelIndex).color}
              fontWeight={700}
            >
              {channelLetter(channelIndex)}
            </Table.ColumnHeader>
          ))}
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {summary.lines.map(({ label, values }) => (
          <Table.Row key={label}>
            <Table.Cell color="muted" fontSize="14px">
              {label}
            </Table.Cell>
            {values.map((value, index) => (
              <Table.Cell
                key={index}
                textAlign="end"
                fontWeight={600}
                whiteSpace="nowrap"
                fontSize="14px"
              >
                {value}
              </Table.Cell>
            ))}
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}
