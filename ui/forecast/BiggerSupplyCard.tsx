import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { ceilingName } from "@/phrasing";
import {
  withBiggerSupply,
  type Assumptions,
  type ForecastCase,
  type ForecastFacts,
} from "@/core/forecast";
import { formatFixed, formatSignificant } from "@/core/units";
import { Panel } from "../parts/Panel";

/** What more watts from the supply would buy, and what would stop them. */
export function BiggerSupplyCard({
  facts,
  assumptions,
  where,
}: {
  facts: ForecastFacts;
  assumptions: Assumptions;
  where: ForecastCase;
}) {
  const bought = [1.5, 2, 3]
    .map((times) => withBiggerSupply(facts, assumptions, where, times))
    .filter((each) => each !== null);
  if (bought.length === 0) return null;
  return (
    <Panel>
      <Heading as="h2" fontSize="18px" mb={1}>
        With a bigger supply
      </Heading>
      {bought.map(({ timesPower, watts, gainDb, limitedBy }) => (
        <Box key={timesPower} py={1.5} borderTopWidth="1px" borderColor="rime">
          <Flex justify="space-between">
            <Text color="muted" fontSize="14px">
              {timesPower} times the power
            </Text>
            <Text fontWeight={700} fontSize="15px">
              {formatSignificant(watts, 3)} W, +{formatFixed(gainDb, 1)} dB
            </Text>
          </Flex>
          <Text fontSize="13px" color="muted">
            then limited by {ceilingName(limitedBy)}
          </Text>
        </Box>
      ))}
    </Panel>
  );
}
