"use client";
import { Grid, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { changeOfResistance, type Measured } from "@/core/heat";
import { formatFixed, formatWithUncertainty } from "@/core/units";
import { ChoiceField, held } from "../parts/fields";
import { Panel } from "../parts/Panel";
import { Reading } from "../parts/Reading";
import { resistanceText } from "./heatText";

/** A stretch of a log whose thermal resistance is known. */
export type KnownResistance = { id: string; label: string; resistance: Measured };

const COVERAGE = 2;

/** Before and after a change: is the difference real, and what does it buy at the settled limit? */
export function CompareHeat({
  known,
  roomCelsius,
  limitCelsius,
}: {
  known: readonly KnownResistance[];
  roomCelsius: number;
  limitCelsius: number;
}) {
  const [beforeId, setBeforeId] = useState<string | null>(null);
  const [afterId, setAfterId] = useState<string | null>(null);
  if (known.length < 2) return null;
  const before = known.find(({ id }) => id === beforeId) ?? known[0];
  const after = known.find(({ id }) => id === afterId) ?? known[known.length - 1];
  const choices = known.map(({ id, label }) => ({ value: id, label }));
  const isSame = before.id === after.id;
  const change = changeOfResistance(
    before.resistance,
    after.resistance,
    Math.max(1, limitCelsius - roomCelsius),
  );
  const percent = (100 * change.difference.value) / before.resistance.value;
  const shown = formatWithUncertainty(
    change.difference.value,
    COVERAGE * change.difference.stdUncertainty,
  );
  const bought = change.wattsAfter.value - change.wattsBefore.value;
  return (
    <Panel>
      <Heading as="h2" fontSize="16px" mb={2}>
        Before and after
      </Heading>
      <Grid templateColumns="1fr 1fr" gap={3} mb={3}>
        <ChoiceField label="Before" field={held(before.id, setBeforeId)} choices={choices} />
        <ChoiceField label="After" field={held(after.id, setAfterId)} choices={choices} />
      </Grid>
      {isSame ? (
        <Text color="muted">Choose two different ones.</Text>
      ) : (
        <>
          <Reading
            value={shown.value}
            unit="K/W"
            plusMinus={`${shown.uncertainty} (${formatFixed(percent, 0)} %)`}
          />
          <Text mt={1} fontWeight={600} data-testid="is-real">
            {change.isReal
              ? `Significant: ${change.difference.value < 0 ? "it cools better" : "it cools worse"} now.`
              : "No significant difference."}
          </Text>
          <Text fontSize="14.5px" color="muted">
            {resistanceText(before.resistance)} before, {resistanceText(after.resistance)} after.{" "}
            {change.isReal &&
              `At ${formatFixed(limitCelsius, 0)} °C this allows ${formatFixed(Math.abs(bought), 1)} W of heat ${bought > 0 ? "more" : "less"}: ${formatFixed(change.wattsAfter.value, 0)} W instead of ${formatFixed(change.wattsBefore.value, 0)} W.`}
          </Text>
        </>
      )}
    </Panel>
  );
}
