"use client";
import { Box, Grid, HStack, Text } from "@chakra-ui/react";
import { Plus, X } from "lucide-react";
import { useState } from "react";
import { SURFACES } from "@/core/heat";
import { parseNumber } from "@/core/units";
import { SPOT_PLACES, type HeatSpot } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, held, QuantityField, TextField } from "../parts/fields";
import { newId } from "../parts/newId";

/** A spot as it is usually begun with. */
export const newSpot = (name: string, place: HeatSpot["place"] = "heat sink"): HeatSpot => ({
  id: newId(),
  name,
  place,
  surface: "bare metal",
  emissivity: null,
  column: null,
  pin: null,
});

const EMISSIVITY = { least: 0.02, most: 1 };

/** Which spots there are: where each is, what it is made of, and how it is read. */
export function SpotsEditor({
  spots,
  canAdd,
  onChange,
}: {
  spots: readonly HeatSpot[];
  /** Spots of a file are its probes: there are no more. */
  canAdd: boolean;
  onChange(spots: HeatSpot[]): void;
}) {
  const change = (id: string, to: Partial<HeatSpot>) =>
    onChange(spots.map((spot) => (spot.id === id ? { ...spot, ...to } : spot)));
  return (
    <Box>
      {spots.map((spot) => (
        <Grid
          key={spot.id}
          templateColumns="minmax(0, 1.5fr) minmax(0, 1fr) minmax(0, 1fr) minmax(0, 1.4fr) auto"
          gap={2}
          alignItems="end"
          mb={2}
        >
          <TextField
            label="Spot"
            field={held(spot.name, (name) => change(spot.id, { name }))}
            error={spot.name.trim() === "" ? "Name the spot." : undefined}
          />
          <ChoiceField
            label="Where"
            choices={SPOT_PLACES}
            field={held(spot.place, (place) =>
              change(spot.id, { place: place as HeatSpot["place"] }),
            )}
          />
          <ChoiceField
            label="Surface"
            choices={SURFACES}
            field={held(spot.surface, (surface) =>
              change(spot.id, { surface: surface as HeatSpot["surface"] }),
            )}
          />
          {canAdd ? (
            <EmissivityField spot={spot} onChange={(to) => change(spot.id, to)} />
          ) : (
            <Box />
          )}
          <ActionButton
            aria-label={`Take ${spot.name || "the spot"} away`}
            px={2.5}
            minH="40px"
            onClick={() => onChange(spots.filter(({ id }) => id !== spot.id))}
          >
            <X size={16} />
          </ActionButton>
        </Grid>
      ))}
      {canAdd && (
        <HStack mt={1} gap={3}>
          <ActionButton minH="40px" onClick={() => onChange([...spots, newSpot("")])}>
            <Plus size={16} /> Add a spot
          </ActionButton>
          <Text fontSize="14px" color="muted">
            Two on the heat sink, left and right, show whether it heats evenly.
          </Text>
        </HStack>
      )}
    </Box>
  );
}

function EmissivityField({
  spot: { emissivity },
  onChange,
}: {
  spot: HeatSpot;
  onChange(to: Pick<HeatSpot, "emissivity">): void;
}) {
  const [text, setText] = useState(
    emissivity === null || emissivity === undefined ? "" : String(emissivity),
  );
  const value = text.trim() === "" ? null : (parseNumber(text) ?? Number.NaN);
  const isGood = value === null || (value >= EMISSIVITY.least && value <= EMISSIVITY.most);
  return (
    <QuantityField
      label="Emissivity, if read by infrared"
      placeholder="contact probe"
      field={held(text, (typed) => {
        setText(typed);
        const next = typed.trim() === "" ? null : parseNumber(typed);
        if (next === null && typed.trim() !== "") return;
        if (next === null || (next >= EMISSIVITY.least && next <= EMISSIVITY.most))
          onChange({ emissivity: next });
      })}
      error={isGood ? undefined : "From 0.02 to 1."}
    />
  );
}
