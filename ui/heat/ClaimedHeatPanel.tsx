import { Box, Heading, HStack, Text } from "@chakra-ui/react";
import { drivenText } from "@/core/claim";
import { heldAt, type Interval, type HeatLimits } from "@/core/heat";
import { formatFixed, formatShort, formatSignificant } from "@/core/units";
import type { ClaimedHeat, ReadLog, ReadSpot } from "@/records/facts";
import { durationText } from "../parts/durationText";
import { Panel } from "../parts/Panel";
import { intervalText, momentText } from "./heatText";

/** How hot the claimed powers would make it, and after how long it would be too hot or cut out. */
export function ClaimedHeatPanel({
  claimed,
  lead,
  read,
  limits,
}: {
  claimed: readonly ClaimedHeat[];
  lead: ReadSpot | null;
  read: ReadLog;
  limits: HeatLimits;
}) {
  const reading = lead?.reading;
  if (!lead || !reading?.resistance || claimed.length === 0) return null;
  const sink = {
    resistance: reading.resistance,
    timeConstantSeconds: reading.timeConstantSeconds.value,
  };
  const cutOut = cutOutCelsius(read, lead);
  const limitCelsius = cutOut ?? limits.tooHotAbove;
  const limitWords =
    cutOut === null
      ? `${formatFixed(limitCelsius, 0)} °C, too hot,`
      : `its cut-out at ${formatFixed(limitCelsius, 0)} °C`;
  return (
    <Panel data-testid="claimed-heat">
      <Heading as="h2" fontSize="16px" mb={1}>
        At a claimed power, held continuously: {lead.spot.name}
      </Heading>
      {claimed.map(({ id, powerWatts, loadOhms, channelsDriven, heat, isMeasured }) => {
        const held = heldAt(sink, heat, { roomCelsius: read.roomCelsius, limitCelsius });
        const settled = intervalText(held.settled);
        return (
          <Box key={id} borderTopWidth="1px" borderColor="rime" py={1.5} fontSize="14.5px">
            <HStack justify="space-between" gap={3}>
              <span>
                {formatShort(powerWatts)} W into {formatShort(loadOhms)} Ω,{" "}
                {drivenText(channelsDriven)}
              </span>
              <Text as="b" whiteSpace="nowrap" fontSize="16px">
                {settled.value} ± {settled.uncertainty} °C
              </Text>
            </HStack>
            <Text color="muted" fontSize="13.5px">
              {formatSignificant(heat.value, 2)} W of heat
              {isMeasured ? " by its measured efficiency" : ", typical for its class"}; {limitWords}{" "}
              {passedText(held.limitAfter)}.
            </Text>
          </Box>
        );
      })}
    </Panel>
  );
}

const passedText = (after: Interval | null): string => {
  if (after === null) return "is not reached";
  return Number.isFinite(after.value)
    ? `exceeded after ${momentText(after)}`
    : `may be exceeded, after ${durationText(after.low)} at the earliest`;
};

/** How hot the spot was when it cut out; null where it did not, or was not read near to it. */
const cutOutCelsius = ({ courses, stretches }: ReadLog, { spot }: ReadSpot): number | null => {
  const at = stretches.find(({ begunBy }) => begunBy?.kind === "cut-out")?.fromSeconds;
  const course = courses.find((each) => each.spot.id === spot.id)?.course;
  if (at === undefined || !course) return null;
  const after = course.seconds.findIndex((seconds) => seconds >= at);
  const nearest = after < 0 ? course.seconds.length - 1 : after;
  return Math.abs((course.seconds[nearest] ?? Infinity) - at) <= NEAR_SECONDS
    ? course.celsius[nearest]
    : null;
};

const NEAR_SECONDS = 60;
