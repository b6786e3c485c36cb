"use client";
import { Grid, HStack } from "@chakra-ui/react";
import { useState } from "react";
import { RUN_KINDS } from "@/core/run";
import {
  correctableOf,
  drivenIn,
  drivenTyped,
  type Amplifier,
  type Run,
  type Setup,
  type SetupDetails,
} from "@/records";
import { namedSetup } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { DrivenField } from "../parts/DrivenField";
import { FormMessage } from "../parts/fields";
import { SetupChoices, SetupTexts } from "../parts/SetupFields";
import { useRemarks } from "./useRemarks";

export type SetupFormProps = {
  run: Run;
  amplifier: Pick<Amplifier, "channelCount">;
  details: SetupDetails;
  /** What is recorded of it now. */
  recorded: Setup;
  onDone(): void;
};

/** Corrects what a reading was taken on. Its figures stay; the claims are judged again. */
export function SetupForm({ run, amplifier, details, recorded, onDone }: SetupFormProps) {
  const [setup, setSetup] = useState(recorded);
  const { conditions, remarks, kind } = run;
  const [typed, setTyped] = useState(
    drivenTyped({ count: conditions.channelsDriven, places: recorded.driven }),
  );
  const { keep, message } = useRemarks(run);
  const driven = drivenIn(typed, amplifier.channelCount);
  const save = async () => {
    if (!driven) return;
    const { channelsDriven: _, ...was } = correctableOf(conditions);
    const corrected = {
      at: new Date().toISOString(),
      was: { ...was, channelsDriven: conditions.channelsDriven },
      now: {
        ...namedSetup({ ...setup, driven: [...driven.places] }, details),
        channelsDriven: driven.count,
      },
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
        <DrivenField
          id="correct-driven"
          channelCount={amplifier.channelCount}
          text={typed}
          onChange={setTyped}
        />
        <SetupTexts id="correct" {...{ details, setup }} onChange={setSetup} />
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
