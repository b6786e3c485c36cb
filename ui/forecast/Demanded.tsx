import { Flex, Heading, Text } from "@chakra-ui/react";
import {
  demandsAt,
  type Assumptions,
  type ForecastCase,
  type ForecastFacts,
} from "@/core/forecast";
import { formatFixed, formatShort } from "@/core/units";
import { Panel } from "../parts/Panel";

/** What a power asks of source, output and mains. */
export function Demanded({
  watts,
  facts,
  assumptions,
  where,
}: {
  watts: number;
  facts: ForecastFacts;
  assumptions: Assumptions;
  where: ForecastCase;
}) {
  const demands = demandsAt(watts, facts, assumptions, where);
  const lines: [string, string][] = [
    [
      "source",
      demands.inputVoltsRms === null
        ? "gain unknown"
        : `${formatShort(demands.inputVoltsRms)} V RMS${facts.sourceVoltsRms === null ? "" : ` of its ${formatShort(facts.sourceVoltsRms)} V`}`,
    ],
    [
      "output",
      `${formatShort(demands.outputVoltsRms)} V, ${formatShort(demands.outputAmperesPeak, 3)} A peak`,
    ],
    ["mains", `${formatShort(demands.mainsWatts, 3)} W, ${formatShort(demands.mainsAmperes, 3)} A`],
    ["breaker margin", `${formatFixed(demands.marginAmperes, 1)} A`],
  ];
  return (
    <Panel>
      <Heading as="h2" fontSize="18px" mb={1}>
        {formatShort(watts, 3)} W takes
      </Heading>
      {lines.map(([name, value]) => (
        <Flex
          key={name}
          justify="space-between"
          gap={3}
          py={1.5}
          borderTopWidth="1px"
          borderColor="rime"
        >
          <Text color="muted" fontSize="14px">
            {name}
          </Text>
          <Text
            fontWeight={600}
            fontSize="14.5px"
            color={name.startsWith("left") && demands.marginAmperes < 0 ? "ember" : undefined}
          >
            {value}
          </Text>
        </Flex>
      ))}
    </Panel>
  );
}
