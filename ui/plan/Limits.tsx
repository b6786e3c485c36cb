import { Grid, Heading } from "@chakra-ui/react";
import type { Plan, Room } from "@/records";
import { Panel } from "../parts/Panel";
import { RangedFields, type RangedField } from "../parts/RangedFields";
import { RoomField } from "../workshop/RoomField";

const LIMITS: readonly RangedField<"amplifierMostCelsius" | "dayHours">[] = [
  {
    name: "amplifierMostCelsius",
    label: "Amplifier temperature limit",
    unit: "°C",
    least: 40,
    most: 110,
  },
  { name: "dayHours", label: "Bench hours per day", unit: "h", least: 0.5, most: 16 },
];

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
  return (
    <Panel as="form" aria-label="Limits" onSubmit={(event) => event.preventDefault()}>
      <Heading as="h2" fontSize="16px" mb={2}>
        Limits
      </Heading>
      <Grid gap={2}>
        <RoomField room={room} onRoom={onRoom} />
        <RangedFields
          fields={LIMITS}
          values={plan}
          onChange={(name, value) => onChange({ ...plan, [name]: value })}
        />
      </Grid>
    </Panel>
  );
}
