"use client";
import { Box, Flex } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { formatSignificant } from "@/core/units";
import { recorderSchema, type FieldErrors, type Recorder, type Recorders } from "@/records";
import { ActionButton } from "../../parts/ActionButton";
import { ChoiceField, FormMessage, QuantityField, TextField, held } from "../../parts/fields";
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
                  ? "enter for each file"
                  : `converter of the rig, ${formatSignificant(calibratedVolts, 4)} V`,
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

/** As it is typed. */
type RecorderText = { name: string; fullScaleVolts: string };

function NewRecorder({ onAdd }: { onAdd(recorder: Recorder): Promise<FieldErrors> }) {
  const [id] = useState(newId);
  const { register, handleSubmit, setError, formState } = useForm<
    RecorderText,
    unknown,
    Omit<Recorder, "id">
  >({
    resolver: yupResolver(recorderSchema.omit(["id"])) as never,
    defaultValues: { name: "", fullScaleVolts: "" },
  });
  const { errors } = formState;
  const remember = handleSubmit(async (recorder) => {
    const [trouble] = Object.values(await onAdd({ id, ...recorder }));
    if (trouble) setError("root", { message: trouble });
  });
  return (
    <>
      <Box w="200px">
        <TextField
          id="recorder-name"
          label="Name"
          placeholder="pocket recorder"
          field={register("name")}
          error={errors.name}
        />
      </Box>
      <Box w="210px">
        <QuantityField
          id="recorder-volts"
          label="Full scale, across the load"
          unit="V"
          field={register("fullScaleVolts")}
          error={errors.fullScaleVolts}
        />
      </Box>
      <ActionButton onClick={() => void remember()}>Save recorder</ActionButton>
      <FormMessage>{errors.root?.message}</FormMessage>
    </>
  );
}
