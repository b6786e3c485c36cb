import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { ChevronLeft } from "lucide-react";
import { isFiltered, type ShelfCounts, type ShelfView } from "@/records";
import type { ClaimTrend } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { PageLink } from "../parts/PageLink";
import { Panel } from "../parts/Panel";
import { addressOf } from "./addressOf";
import { TrendChart } from "./TrendChart";

type TrendsScreenProps = {
  view: ShelfView;
  counts: ShelfCounts;
  trends: readonly ClaimTrend[];
};

/** How many of the claims that a real bench has judged were met, by a property of the amplifiers. */
export function TrendsScreen({ view, counts, trends }: TrendsScreenProps) {
  const [{ bins, unknown }] = trends;
  const count = bins.reduce((sum, { kept, missed, open }) => sum + kept + missed + open, unknown);
  return (
    <Box px={7} py={6} maxW="1320px">
      <Flex justify="space-between" align="center" gap={4} mb={1}>
        <Heading as="h1" fontSize="28px" letterSpacing="-0.01em">
          Trends
        </Heading>
        <ActionButton asChild minH="40px">
          <PageLink href={addressOf(view)}>
            <ChevronLeft size={16} /> The shelf
          </PageLink>
        </ActionButton>
      </Flex>
      {count === 0 ? (
        <EmptyState
          title="No claims judged yet"
          text={
            isFiltered(view)
              ? "None of the matching amplifiers has been measured on a real bench. Remove filters on the shelf."
              : "Measure an amplifier on a real bench: each claim that its runs test is counted here."
          }
        />
      ) : (
        <>
          <Text color="muted" mb={4} maxW="76ch">
            {count} {count === 1 ? "claim" : "claims"} of {counts.found}{" "}
            {counts.found === 1 ? "amplifier" : "amplifiers"}
            {isFiltered(view) ? " that match" : ""}, judged on a real bench. The dot is the share of
            decided claims that were met, the bar its 95 % confidence interval.
          </Text>
          <Grid templateColumns={{ base: "1fr", lg: "1fr 1fr" }} gap={4} alignItems="start">
            {trends.map((trend) => (
              <Panel key={trend.title}>
                <TrendChart trend={trend} />
              </Panel>
            ))}
          </Grid>
        </>
      )}
    </Box>
  );
}
