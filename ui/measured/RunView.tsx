"use client";
import { Flex, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import { channelLetter } from "@/core/verdict";
import type { Amplifier, Load, Run, SetupDetails, StatedPower } from "@/records";
import {
  fittingClaims,
  repeatStatistics,
  runReadings,
  type SetClaim,
  type Statistic,
} from "@/records/facts";
import { Panel } from "../parts/Panel";
import { Cautions } from "./Cautions";
import { FigureTable } from "./FigureTable";
import { ClaimChoice, MainReading } from "./MainReading";
import { figureText } from "@/phrasing";
import { RunPictures } from "./RunPictures";
import { RunRemarks } from "./RunRemarks";
import { RunSetup } from "./RunSetup";
import { StopPanel } from "./StopPanel";

export type RunViewProps = {
  run: Run;
  /** Those of the same set, itself among them. */ runs: readonly Run[];
  before: Run | null;
  amplifier: Amplifier;
  details: SetupDetails;
  loads: readonly Load[];
  /** Claims of power, and all that is printed. */
  claims: readonly StatedPower[];
  stated: readonly SetClaim[];
  claimedWatts: number | null;
};

/** Any run: what is to be seen of it, the main reading large, the other readings, and why it stopped. */
export function RunView({
  run,
  runs,
  before,
  amplifier,
  details,
  loads,
  claims,
  stated,
  claimedWatts,
}: RunViewProps) {
  const fitting = fittingClaims(run, claims);
  const [claimId, setClaimId] = useState(fitting[0]?.id ?? null);
  const readings = runReadings(run, fitting.find(({ id }) => id === claimId) ?? null, stated);
  return (
    <Grid
      templateColumns={{ base: "minmax(0, 1fr) 318px", xl: "minmax(0, 1fr) 340px" }}
      gap={4}
      flex={1}
      minH={0}
      alignItems="start"
      opacity={run.remarks.struck ? 0.75 : 1}
    >
      <RunPictures {...{ run, before, amplifier, readings, claimedWatts }} />
      <Flex direction="column" gap={3} minW={0}>
        <MainReading run={run} readings={readings}>
          {fitting.length > 1 && (
            <ClaimChoice claims={fitting} chosen={claimId} onChoose={setClaimId} />
          )}
        </MainReading>
        <Cautions run={run} />
        <Repeats statistics={repeatStatistics(run, runs)} />
        <Panel py={2} maxH="40vh" overflow="auto">
          <FigureTable run={run} figures={readings.figures} />
        </Panel>
        <RunSetup {...{ run, amplifier, details, loads }} />
        <StopPanel run={run} stops={run.result.channels.map(({ stop }) => stop)} />
        <RunRemarks run={run} />
      </Flex>
    </Grid>
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
