"use client";
import { Box, Flex, Heading, HStack, Text } from "@chakra-ui/react";
import { useMemo } from "react";
import {
  CATALOGUE,
  catalogueTitle,
  fromCatalogue,
  instrumentFacts,
  type CatalogueName,
} from "@/bench/catalogue";
import type { Load, StatedPower } from "@/records";
import {
  PredictedCurve,
  predictedLabel,
  PredictedReadings,
} from "../bench/simulation/PredictedCurve";
import { predictionRun } from "../bench/simulation/predictionRun";
import { usePrediction } from "../bench/simulation/usePrediction";
import { ChoiceField, held } from "../parts/fields";
import { Panel } from "../parts/Panel";
import { isNearLoad } from "@/core/power";

const NONE = "none";
const titles = [NONE, ...CATALOGUE.map(catalogueTitle)];

export type PredictedPanelProps = {
  modelName: string | null;
  claim: StatedPower;
  loads: readonly Load[];
  onChoose(modelName: string | null): void;
};

/** Where the amplifier has been modelled: what the simulated bench says of the claim. */
export function PredictedPanel({ modelName, claim, loads, onChoose }: PredictedPanelProps) {
  const name = CATALOGUE.find((each) => each === modelName) ?? null;
  return (
    <Panel>
      <Flex justify="space-between" align="end" gap={4}>
        <Heading as="h2" fontSize="18px" whiteSpace="nowrap" flex={1}>
          Predicted by simulation
        </Heading>
        <Box minW="270px">
          <ChoiceField
            label="Similar simulated amplifier"
            field={held(name ? catalogueTitle(name) : NONE, (title) =>
              onChoose(CATALOGUE.find((each) => catalogueTitle(each) === title) ?? null),
            )}
            choices={titles}
          />
        </Box>
      </Flex>
      {name ? (
        <Curve name={name} claim={claim} load={loadFor(claim, loads)} />
      ) : (
        <Text color="muted" fontSize="14.5px" mt={2}>
          Choose one with a similar output stage and supply; its simulated curve is shown here
          against the claim.
        </Text>
      )}
    </Panel>
  );
}

/** The load as measured, else one of just the claimed ohms. */
const loadFor = (claim: StatedPower, loads: readonly Load[]): Load => {
  const measured = loads.find(({ nominalOhms }) => isNearLoad(nominalOhms, claim.loadOhms));
  const ideal = { ohms: claim.loadOhms, ohmsExpandedUncertainty: 0 };
  const channels = Array.from(
    { length: claim.channelsDriven },
    (_, channel) => measured?.channels[channel] ?? ideal,
  );
  return { id: "", nominalOhms: claim.loadOhms, channels };
};

function Curve({ name, claim, load }: { name: CatalogueName; claim: StatedPower; load: Load }) {
  const instrument = useMemo(() => fromCatalogue(name), [name]);
  const { channelCount, mainsHz } = useMemo(() => instrumentFacts(instrument), [instrument]);
  const channelsDriven = Math.min(claim.channelsDriven, channelCount);
  const ohms = load.channels.map((each) => each.ohms).join(" ");
  const request = useMemo(
    () => ({
      instrument,
      loadOhms: ohms.split(" ").map(Number),
      channelsDriven,
      lastVoltsRms: null,
    }),
    [instrument, ohms, channelsDriven],
  );
  const { prediction, message } = usePrediction(request);
  if (!prediction) return <Text color="muted">{message ?? "Computing…"}</Text>;
  const run = predictionRun(prediction, load, channelsDriven, mainsHz);
  return (
    <Flex direction="column">
      <HStack gap={6} mt={2} wrap="wrap" align="baseline">
        <PredictedReadings run={run} claim={claim} size="medium" />
        <Text color="muted" fontSize="14px">
          {predictedLabel(run, claim)}
        </Text>
      </HStack>
      <Flex direction="column" h="330px">
        <PredictedCurve run={run} claim={claim} name={catalogueTitle(name)} />
      </Flex>
    </Flex>
  );
}
