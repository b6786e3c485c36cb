"use client";
import { Grid, HStack } from "@chakra-ui/react";
import { useState } from "react";
import { RUN_KINDS } from "@/core/run";
import { parseNumber } from "@/core/units";
import { correctableOf, type Amplifier, type Details, type Run, type Setup } from "@/records";
import { namedSetup } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { FormMessage, held, QuantityField } from "../parts/fields";
import { SetupChoices, SetupTexts } from "../parts/SetupFields";
import { useRemarks } from "./useRemarks";

export type SetupFormProps = {
  run: Run;
  amplifier: Pick<Amplifier, "channelCount">;
  details: Pick<Details, "supplies" | "switches">;
  /** What is recorded of it now. */
  recorded: Setup;
  onDone(): void;
};

/** Corrects what a reading was taken on. Its figures stay; the claims are judged again. */
export function SetupForm({ run, amplifier, details, recorded, onDone }: SetupFormProps) {
  const [setup, setSetup] = useState(recorded);
  const { conditions, remarks, kind } = run;
  const [driven, setDriven] = useState(String(conditions.channelsDriven));
  const { keep, message } = useRemarks(run);
  const count = parseNumber(driven);
  const wrong =
    count !== null && Number.isInteger(count) && count >= 1 && count <= 16 ? null : "From 1 to 16.";
  const save = async () => {
    if (count === null || wrong !== null) return;
    const { channelsDriven: _, ...was } = correctableOf(conditions);
    const corrected = {
      at: new Date().toISOString(),
      was: { ...was, channelsDriven: conditions.channelsDriven },
      now: { ...namedSetup(setup, details), channelsDriven: count },
    };
    const all = [...(remarks.corrected ?? []), corrected];
    if (await keep({ ...remarks, corrected: all })) onDone();
  };
  return (
    <form
      aria-label="Conditions"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Grid gap={2} mt={2}>
        <SetupChoices
          id="correct"
          details={details}
          channelCount={RUN_KINDS[kind].isBridged ? 1 : amplifier.channelCount}
          setup={setup}
          onChange={setSetup}
        />
        <QuantityField
          id="correct-driven"
          label="Channels driven"
          unit={`of ${amplifier.channelCount}`}
          field={held(driven, setDriven)}
          error={wrong}
        />
        <SetupTexts id="correct" setup={setup} onChange={setSetup} />
      </Grid>
      <FormMessage>{message}</FormMessage>
      <HStack mt={1.5}>
        <ActionButton type="submit" tone="primary" minH="36px" px={3} fontSize="14px">
          Save conditions
        </ActionButton>
        <ActionButton minH="36px" px={3} fontSize="14px" onClick={onDone}>
          Cancel
        </ActionButton>
      </HStack>
    </form>
  );
}
