import { HStack, Text } from "@chakra-ui/react";
import type { HeatLimits } from "@/core/heat";
import { formatFixed } from "@/core/units";
import { Reading } from "../parts/Reading";
import { adviceText, intervalText, gradeText, momentText, settledWords } from "./heatText";
import { isKnown, type ReadLog, type ReadSpot } from "@/records/facts";

/** The number that matters: where the hottest spot settles, how sure that is, and what to do. */
export function HeatAnswer({
  lead,
  read,
  limits,
}: {
  lead: ReadSpot | null;
  read: ReadLog;
  limits: HeatLimits;
}) {
  if (!lead)
    return (
      <Text as="h1" color="muted">
        Add a spot first.
      </Text>
    );
  const { spot, reading, why, last } = lead;
  if (!reading)
    return (
      <div>
        <Text as="h1" color="muted">
          {spot.name}
        </Text>
        <Reading value={last === null ? "–" : formatFixed(last, 1)} unit="°C now" />
        <Text mt={1} _firstLetter={{ textTransform: "uppercase" }}>
          {why}
        </Text>
      </div>
    );
  const grade = gradeText(reading.grades);
  const isEarly = !isKnown(reading.settled);
  const settled = intervalText(reading.settled);
  return (
    <div>
      <Text as="h1" color="muted">
        {spot.name} {isEarly ? "now" : settledWords(reading)}
      </Text>
      <HStack gap={4} align="baseline" wrap="wrap">
        {isEarly ? (
          <Reading value={formatFixed(reading.now.value, 1)} unit="°C" />
        ) : (
          <Reading value={settled.value} unit="°C" plusMinus={settled.uncertainty} />
        )}
        {grade && !isEarly && (
          <Text fontSize="19px" fontWeight={700} color={GRADE_INKS[reading.grades[0]]}>
            {grade}
          </Text>
        )}
      </HStack>
      <Text mt={1} data-testid="advice">
        {adviceText(reading)}
        {!isEarly &&
          reading.tooHot?.seconds &&
          ` ${formatFixed(limits.tooHotAbove, 0)} °C is exceeded after ${momentText(fromBegun(reading.tooHot.seconds, read))}.`}
        {reading.holdable?.seconds &&
          ` It may be held after ${momentText(fromBegun(reading.holdable.seconds, read))}.`}
      </Text>
    </div>
  );
}

/** Counted from the beginning of the stretch. */
const fromBegun = (
  { value, low, high }: { value: number; low: number; high: number },
  { stretch: { fromSeconds } }: ReadLog,
) => ({ value: value - fromSeconds, low: low - fromSeconds, high: high - fromSeconds });

const GRADE_INKS = {
  cool: "spruce",
  acceptable: "spruce",
  hot: "ember",
  "needs better cooling": "ember",
} as const;

const EVEN_WORDS = {
  even: "evenly",
  lopsided: "lopsidedly",
  "not sure": "perhaps unevenly",
} as const;

/** Whether the heat sink warms alike everywhere. */
export function EvennessLine({ found }: { found: ReadLog["evenness"] }) {
  if (!found) return null;
  const { word, hottestName, coolestName, difference } = found;
  return (
    <Text mt={2} fontSize="14.5px">
      The heat sink heats <b>{EVEN_WORDS[word]}</b>: {hottestName} is{" "}
      {formatFixed(difference.value, 1)} ± {formatFixed(2 * difference.stdUncertainty, 1)} °C above{" "}
      {coolestName}.
    </Text>
  );
}
