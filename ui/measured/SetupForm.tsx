"use client";
import { Grid, HStack } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { RUN_KINDS } from "@/core/run";
import {
  correctableOf,
  drivenIn,
  isRead,
  drivenTyped,
  type Amplifier,
  type Correctable,
  type Load,
  type Run,
  type Setup,
  type SetupDetails,
} from "@/records";
import { namedSetup } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { DrivenField } from "../parts/DrivenField";
import { ChoiceField, FormMessage, held } from "../parts/fields";
import { loadChoice } from "../bench/loadChoice";
import { UploadFailed } from "../bench/uploadRun";
import { findingText } from "@/core/outcome";
import { formatShort } from "@/core/units";
import { canReadAgain, readAgain } from "./readAgain";
import { SetupChoices, SetupTexts } from "../parts/SetupFields";
import { useRemarks } from "./useRemarks";

export type SetupFormProps = {
  run: Run;
  amplifier: Pick<Amplifier, "channelCount">;
  details: SetupDetails;
  /** Loads that are built; a recording can be read again into another of them. */
  loads: readonly Load[];
  /** What is recorded of it now. */
  recorded: Setup;
  onDone(): void;
};

/**
 * Corrects what a reading was taken on. Its figures stay and the claims are judged again; with another load its recordings are read again,
 * and the reading before is struck out.
 */
export function SetupForm({ run, amplifier, details, loads, recorded, onDone }: SetupFormProps) {
  const [setup, setSetup] = useState(recorded);
  const { conditions, remarks, kind } = run;
  const [typed, setTyped] = useState(
    drivenTyped({ count: conditions.channelsDriven, places: recorded.driven }),
  );
  const { keep, message } = useRemarks(run);
  const router = useRouter();
  const [loadId, setLoadId] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const readInto = async (load: Load, now: Correctable): Promise<void> => {
    try {
      const id = await readAgain(run, load, now);
      if (typeof id !== "string") return setProblem(findingText(id));
      const reason = `Read again into ${formatShort(load.nominalOhms)} Ω.`;
      const struck = { reason, at: new Date().toISOString() };
      if (!(await keep({ ...remarks, struck }))) return;
      onDone();
      router.push(`?run=${id}`);
    } catch (error) {
      setProblem(
        error instanceof UploadFailed
          ? error.message
          : "The recording could not be read. Try again.",
      );
    }
  };
  const driven = drivenIn(typed, amplifier.channelCount);
  const save = async () => {
    if (!driven) return;
    if (!isRead(driven.places, conditions))
      return setProblem("None of these channels has a reading here. Enter those that were driven.");
    setProblem(null);
    const now = {
      ...namedSetup({ ...setup, driven: [...driven.places] }, details),
      channelsDriven: driven.count,
    };
    const load = loads.find(({ id }) => id === loadId);
    if (load) return readInto(load, now);
    const corrected = { at: new Date().toISOString(), was: correctableOf(conditions), now };
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
        {canReadAgain(run) && (
          <ChoiceField
            id="correct-load"
            label="Load"
            field={held(loadId, setLoadId)}
            choices={[{ value: "", label: "as recorded" }, ...loads.map(loadChoice)]}
          />
        )}
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
      <FormMessage>{problem ?? message}</FormMessage>
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
