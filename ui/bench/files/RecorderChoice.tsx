"use client";
import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { formatSignificant, parseNumber } from "@/core/units";
import type { FieldErrors, Recorder, Recorders } from "@/records";
import { ActionButton } from "../../parts/ActionButton";
import { ChoiceField, QuantityField, TextField, held } from "../../parts/fields";
import { newId } from "../../parts/newId";
import { saveWorkshopDocument } from "../../parts/saves";

const ANOTHER = "another";
const CALIBRATED = "";

/** Which recorder the files come from: its full scale is asked once, and known from then on. */
export function RecorderChoice({
  recorders: kept,
  calibratedVolts,
  onFullScale,
}: {
  recorders: Recorders;
  /** Full scale of the rig's own converter; null while it is not calibrated. */
  calibratedVolts: number | null;
  onFullScale(volts: number): void;
}) {
  const [{ recorders, revision }, setKept] = useState(kept);
  const [chosen, setChosen] = useState(CALIBRATED);
  const choose = (id: string) => {
    setChosen(id);
    if (id === ANOTHER) return;
    const volts = recorders.find((each) => each.id === id)?.fullScaleVolts ?? calibratedVolts;
    // Where nothing is known, what was typed for each file stays.
    if (volts !== null) onFullScale(volts);
  };
  const add = async (recorder: Recorder, to = { recorders, revision }): Promise<FieldErrors> => {
    const all = [...to.recorders.filter(({ id }) => id !== recorder.id), recorder];
    const changed = { recorders: all, revision: to.revision };
    const outcome = await saveWorkshopDocument("recorders", changed);
    if (!outcome.ok) {
      // Another window has added one meanwhile: this one joins it.
      const { now, revision: latest } = outcome.conflict ?? {};
      if (now) return add(recorder, { ...(now as Recorders), revision: latest });
      return outcome.errors;
    }
    setKept({ recorders: all, revision: outcome.value.revision });
    setChosen(recorder.id);
    onFullScale(recorder.fullScaleVolts);
    return {};
  };
  return (
    <Flex gap={3} mt={3} align="end" wrap="wrap">
      <Box w="300px">
        <ChoiceField
          id="files-recorder"
          label="Recorded with"
          field={held(chosen, choose)}
          choices={[
            {
              value: CALIBRATED,
              label:
                calibratedVolts === null
                  ? "say for each file"
                  : `the rig’s converter, ${formatSignificant(calibratedVolts, 4)} V`,
            },
            ...recorders.map(({ id, name, fullScaleVolts }) => ({
              value: id,
              label: `${name}, ${formatSignificant(fullScaleVolts, 4)} V`,
            })),
            { value: ANOTHER, label: "another recorder…" },
          ]}
        />
      </Box>
      {chosen === ANOTHER && <NewRecorder onAdd={add} />}
    </Flex>
  );
}

function NewRecorder({ onAdd }: { onAdd(recorder: Recorder): Promise<FieldErrors> }) {
  const [id] = useState(newId);
  const [name, setName] = useState("");
  const [volts, setVolts] = useState("");
  const [errors, setErrors] = useState<FieldErrors>({});
  const remember = async () => {
    const fullScaleVolts = parseNumber(volts);
    if (fullScaleVolts === null || !(fullScaleVolts > 0))
      return setErrors({ volts: "Give volts, such as 62.5." });
    if (name.trim() === "") return setErrors({ name: "Give it a name." });
    setErrors(await onAdd({ id, name, fullScaleVolts }));
  };
  const [first] = Object.values(errors);
  return (
    <>
      <Box w="200px">
        <TextField
          id="recorder-name"
          label="Its name"
          placeholder="pocket recorder"
          field={held(name, setName)}
          error={errors.name}
        />
      </Box>
      <Box w="210px">
        <QuantityField
          id="recorder-volts"
          label="Full scale, across the load"
          unit="V"
          field={held(volts, setVolts)}
          error={errors.volts ?? (errors.name ? undefined : first)}
        />
      </Box>
      <ActionButton onClick={() => void remember()}>Remember it</ActionButton>
    </>
  );
}
