"use client";
import { Grid, Heading } from "@chakra-ui/react";
import { useState } from "react";
import { parseNumber } from "@/core/units";
import type { Plan, Room } from "@/records";
import { QuantityField, held } from "../parts/fields";
import { Panel } from "../parts/Panel";
import { RoomField } from "../workshop/RoomField";

const LIMITS = [
  {
    name: "amplifierMostCelsius",
    label: "Amplifier no hotter than",
    unit: "°C",
    least: 40,
    most: 110,
  },
  { name: "dayHours", label: "At the bench a day", unit: "h", least: 0.5, most: 16 },
] as const;

/** Room, amplifier and day: what the pauses follow from. */
export function Limits({
  plan,
  room,
  onChange,
  onRoom,
}: {
  plan: Plan;
  room: Room;
  onChange(plan: Plan): void;
  onRoom(celsius: number): void;
}) {
  const [texts, setTexts] = useState<Record<string, string>>({});
  return (
    <Panel as="form" aria-label="Limits" onSubmit={(event) => event.preventDefault()}>
      <Heading as="h2" fontSize="16px" mb={2}>
        Limits
      </Heading>
      <Grid gap={2}>
        <RoomField room={room} onRoom={onRoom} />
        {LIMITS.map(({ name, label, unit, least, most }) => {
          const text = texts[name] ?? String(plan[name]);
          const value = parseNumber(text);
          const isGood = (each: number | null): each is number =>
            each !== null && each >= least && each <= most;
          return (
            <QuantityField
              key={name}
              label={label}
              unit={unit}
              field={held(text, (typed) => {
                setTexts({ ...texts, [name]: typed });
                const next = parseNumber(typed);
                if (isGood(next)) onChange({ ...plan, [name]: next });
              })}
              error={isGood(value) ? undefined : `From ${least} to ${most}.`}
            />
          );
        })}
      </Grid>
    </Panel>
  );
}
