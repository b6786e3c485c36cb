"use client";
import { Box } from "@chakra-ui/react";
import { format, isToday } from "date-fns";
import { useState } from "react";
import { parseNumber } from "@/core/units";
import type { FieldErrors, Room } from "@/records";
import { QuantityField, held } from "../parts/fields";
import { KeptMark } from "../parts/KeptMark";
import { saveWorkshopDocument } from "../parts/saves";
import { typed } from "../parts/typed";
import { useAutosave } from "../parts/useAutosave";

type RoomDraft = { celsius: string; at: string | null };

const asDraft = ({ celsius, at }: Room): RoomDraft => ({ celsius: typed(celsius), at });

/** The air of the workshop, for all amplifiers, and when it was read. */
export function RoomField({ room, onRoom }: { room: Room; onRoom?(celsius: number): void }) {
  const [draft, setDraft] = useState<RoomDraft>(() => asDraft(room));
  const [errors, setErrors] = useState<FieldErrors>({});
  const autosave = useAutosave({
    name: "room",
    value: draft,
    restore: setDraft,
    revision: room.revision,
    asDraft,
    save: async (content, revision) => {
      const outcome = await saveWorkshopDocument("room", { ...content, revision });
      setErrors(outcome.ok ? {} : outcome.errors);
      const celsius = parseNumber(content.celsius);
      if (outcome.ok && celsius !== null) onRoom?.(celsius);
      return outcome;
    },
  });
  return (
    <Box>
      <QuantityField
        label="Room"
        unit="°C"
        field={held(draft.celsius, (celsius) =>
          setDraft({ celsius, at: new Date().toISOString() }),
        )}
        error={errors.celsius}
        help={readText(draft.at === null ? null : new Date(draft.at))}
      />
      {typeof autosave.state === "object" && !errors.celsius && (
        <KeptMark {...autosave} undo={null} />
      )}
    </Box>
  );
}

const readText = (at: Date | null): string => {
  if (at === null) return "Assumed: read the thermometer.";
  return isToday(at) ? "Read today." : `Last read on ${format(at, "d MMMM")}: read it again.`;
};
