import { Box, Flex, Heading, HStack, Text } from "@chakra-ui/react";
import { Hammer } from "lucide-react";
import {
  loadWarnings,
  networkText,
  type LoadChoice,
  type LoadDemand,
  type NetworkReport,
  type PowerResistor,
} from "@/core/load";
import { loadWarningText } from "@/phrasing";
import { COVERAGE_FACTOR } from "@/core/power";
import { formatFixed, formatSignificant, formatWithUncertainty } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import { channelLook } from "@/drawing/channelLook";
import { ActionButton } from "../../parts/ActionButton";
import { durationText } from "../../parts/durationText";
import { Reading } from "../../parts/Reading";
import { Circuit } from "./Circuit";
import { warmthCurves } from "./warmth";
import { WarmthChart } from "./WarmthChart";

export type FoundChoiceProps = {
  choice: LoadChoice;
  shelf: readonly PowerResistor[];
  demand: LoadDemand;
  isBest: boolean;
  onBuild(): void;
};

/** One way to make the load: each channel's circuit with what it does, and how hot it gets. */
export function FoundChoice({ choice, shelf, demand, isBest, onBuild }: FoundChoiceProps) {
  const hottest = choice.channels.reduce((most, report) =>
    report.hottestCelsius > most.hottestCelsius ? report : most,
  );
  const warnings = [
    ...new Set(
      choice.channels.flatMap((report) => loadWarnings(report, shelf, demand)).map(loadWarningText),
    ),
  ];
  return (
    <Box>
      <Flex justify="space-between" align="start" gap={3}>
        <Heading as="h2" fontSize="19px">
          {isBest ? "Best match from your resistors" : "Other options"}
        </Heading>
        <ActionButton tone="primary" onClick={onBuild}>
          <Hammer size={16} /> Build it
        </ActionButton>
      </Flex>
      {warnings.map((warning) => (
        <Text
          key={warning}
          mt={2}
          bg="ochreWash"
          borderLeftWidth="4px"
          borderColor="ember"
          borderRadius="6px"
          px={3}
          py={2}
          fontWeight={500}
        >
          {warning}
        </Text>
      ))}
      {choice.channels.map((report, channel) => (
        <Channel
          key={channel}
          report={report}
          channel={channel}
          count={choice.channels.length}
          shelf={shelf}
          demand={demand}
        />
      ))}
      <Heading as="h3" fontSize="16px" mt={4} mb={1}>
        {choice.channels.length > 1 ? "Temperature, hottest channel" : "How hot"}
      </Heading>
      <WarmthChart
        curves={warmthCurves(hottest, shelf, demand.seconds, demand.ambientCelsius)}
        runSeconds={demand.seconds}
      />
    </Box>
  );
}

function Channel({
  report,
  channel,
  count,
  shelf,
  demand,
}: {
  report: NetworkReport;
  channel: number;
  count: number;
  shelf: readonly PowerResistor[];
  demand: LoadDemand;
}) {
  const {
    resistance,
    errorRatio,
    allowedSeconds,
    hottestCelsius,
    coolSeconds,
    driftRatio,
    highFrequencyRatio,
    parts,
  } = report;
  const { value, uncertainty } = formatWithUncertainty(
    resistance.ohms,
    COVERAGE_FACTOR * resistance.ohmsStdUncertainty,
  );
  const facts: [string, string, boolean?][] = [
    ["allowed time", durationText(allowedSeconds), allowedSeconds < demand.seconds],
    ["hottest part", `${formatSignificant(hottestCelsius, 2)} °C`],
    ["safe to touch after", coolSeconds === 0 ? "at once" : durationText(coolSeconds)],
    ["drift while hot", signedPercent(driftRatio)],
    ["at 20 kHz", signedPercent(highFrequencyRatio)],
  ];
  return (
    <Box borderTopWidth="1px" borderColor="rime" mt={3} pt={3}>
      <Flex gap={5} align="center" wrap="wrap" justify="space-between">
        <Box>
          <HStack align="baseline" gap={3}>
            {count > 1 && (
              <Text fontSize="22px" fontWeight={700} color={channelLook(channel).color}>
                {channelLetter(channel)}
              </Text>
            )}
            <Reading value={value} unit="Ω" plusMinus={uncertainty} />
          </HStack>
          <Text color="muted" fontSize="14px" mt={1}>
            {networkText(report.network, shelf)}, {formatFixed(100 * Math.abs(errorRatio), 1)} %{" "}
            {errorRatio < 0 ? "under" : "over"}
          </Text>
        </Box>
        <Circuit
          network={report.network}
          resistors={shelf}
          partOf={(index) => parts.find((part) => part.index === index)}
          mostWidthPx={count > 1 ? 300 : 420}
        />
      </Flex>
      <Flex gap={5} mt={2} wrap="wrap">
        {facts.map(([label, text, isBad]) => (
          <Box key={label}>
            <Text fontWeight={700} color={isBad ? "ember" : undefined}>
              {text}
            </Text>
            <Text color="muted" fontSize="13px">
              {label}
            </Text>
          </Box>
        ))}
      </Flex>
    </Box>
  );
}

const signedPercent = (ratio: number): string =>
  Math.abs(ratio) < 5e-5 ? "0 %" : `${ratio > 0 ? "+" : ""}${formatSignificant(100 * ratio, 2)} %`;
