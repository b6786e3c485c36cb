import { Box, Grid, HStack, Text } from "@chakra-ui/react";
import { celsiusAt } from "@/core/heat";
import { formatSignificant } from "@/core/units";
import { channelLook } from "@/drawing/channelLook";
import { Explain } from "../words/Explain";
import {
  intervalText,
  celsiusText,
  timeConstantText,
  resistanceText,
  settledWords,
  touchText,
} from "./heatText";
import { isKnown, type ReadSpot } from "@/records/facts";

/** What is known of each spot; pressing one has the stage speak of it. */
export function SpotList({
  spots,
  chosenId,
  onChoose,
}: {
  spots: readonly ReadSpot[];
  chosenId: string | null;
  onChoose(id: string): void;
}) {
  return (
    <Grid as="ul" gap={2} aria-label="Spots" listStyleType="none">
      {spots.map((each, k) => (
        <li key={each.spot.id}>
          <Spot {...each} index={k} isChosen={each.spot.id === chosenId} onChoose={onChoose} />
        </li>
      ))}
    </Grid>
  );
}

function Spot({
  spot,
  reading,
  why,
  last,
  index,
  isChosen,
  onChoose,
}: ReadSpot & { index: number; isChosen: boolean; onChoose(id: string): void }) {
  return (
    <Box
      borderWidth="1px"
      borderColor={isChosen ? "spruce" : "rime"}
      borderLeftWidth="5px"
      borderLeftColor={channelLook(index).color}
      borderRadius="control"
      px={3}
      py={2}
      bg="surface"
    >
      <button
        type="button"
        aria-pressed={isChosen}
        onClick={() => onChoose(spot.id)}
        style={{ width: "100%", textAlign: "left" }}
      >
        <HStack justify="space-between" align="baseline" gap={2}>
          <Text as="span" fontWeight={isChosen ? 700 : 600} fontSize="15px">
            {spot.name}
          </Text>
          <Text as="span" fontWeight={700} fontSize="19px" whiteSpace="nowrap">
            {last === null ? "–" : celsiusText(last)}
          </Text>
        </HStack>
      </button>
      {spot.place !== "air" && <SuppliedWatts reading={reading} why={why} />}
    </Box>
  );
}

/** A course that goes no further than this tells no time constant, in kelvin. Chosen here. */
const LEAST_COURSE_KELVIN = 1;

/** Less than this of its heat no longer warms it to speak of. */
const FLOW_TOLD = 0.02;

function SuppliedWatts({ reading, why }: Pick<ReadSpot, "reading" | "why">) {
  if (!reading)
    return (
      <Text fontSize="14px" color="muted" _firstLetter={{ textTransform: "uppercase" }}>
        {why}
      </Text>
    );
  const settled = isKnown(reading.settled) ? intervalText(reading.settled) : null;
  const { fit, resistance, flow, touch } = reading;
  const gone = Math.abs(reading.settled.value - celsiusAt(fit, fit.fromSeconds).value);
  return (
    <Text fontSize="14px" color="muted" as="div">
      {settled
        ? `${settledWords(reading)} ${settled.value} ± ${settled.uncertainty} °C`
        : "steady state not known yet"}
      {gone > LEAST_COURSE_KELVIN && (
        <>
          <br />
          time constant {timeConstantText(reading.timeConstantSeconds)}
          {fit.storeCount === 2 && ", after a faster one"}
        </>
      )}
      {resistance && (
        <HStack gap={1.5}>
          <span>{resistanceText(resistance)}</span>
          <Explain term="thermal-resistance" of="thermal resistance" />
        </HStack>
      )}
      {flow && flow.storedWatts > FLOW_TOLD * flow.heat.value && (
        <div>
          of {formatSignificant(flow.heat.value, 2)} W of heat{" "}
          {formatSignificant(flow.leavesWatts, 2)} W leave, {formatSignificant(flow.storedWatts, 2)}{" "}
          W still heating it
        </div>
      )}
      <HStack gap={1.5}>
        <span>{touchText(touch)}</span>
        <Explain term="touch" of="too hot to touch" />
      </HStack>
    </Text>
  );
}
