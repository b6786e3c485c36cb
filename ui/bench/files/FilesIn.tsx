"use client";
import { Box, Grid, HStack } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useEffect, useRef, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { RUN_KINDS } from "@/core/run";
import { COVERAGE_FACTOR } from "@/core/power";
import type { Calibration } from "@/core/rig";
import { claimedWatts } from "@/core/claim";
import { formatPercent, formatSignificant } from "@/core/units";
import type { Amplifier, StatedPower, Confirmation, Load, Recorders } from "@/records";
import { ActionButton } from "../../parts/ActionButton";
import { Panel } from "../../parts/Panel";
import { filesSchema, type FilesTexts, type FilesValues } from "../benchSchemas";
import { loadChoice } from "../loadChoice";
import { ChoiceField, FormMessage, QuantityField } from "../../parts/fields";
import { UploadFailed } from "../uploadRun";
import { DropArea } from "./DropArea";
import { FileForm } from "./FileForm";
import { loadOfNote } from "./noteOf";
import { RecorderChoice } from "./RecorderChoice";
import { groupsOf, readFiles } from "./readFiles";
import { useFiles } from "./useFiles";
import { WatchedFolder } from "./WatchedFolder";

export type FilesInProps = {
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  calibration: Calibration | null;
  recorders: Recorders;
  confirmations: readonly Confirmation[];
  uploadLimitBytes: number;
  onStored(runId: string): void;
};

/** Recordings, scope records and responses as text, one or many: opened, guessed, confirmed and read. */
export function FilesIn({
  amplifier,
  claims,
  loads,
  calibration,
  recorders,
  confirmations,
  uploadLimitBytes,
  onStored,
}: FilesInProps) {
  const {
    register,
    handleSubmit,
    control: form,
    setValue,
    formState,
  } = useForm<FilesTexts, unknown, FilesValues>({
    resolver: yupResolver(filesSchema) as never,
    mode: "onChange",
    defaultValues: {
      loadId: loads[0].id,
      secondId: loads[1]?.id ?? "",
      channelsDriven: String(amplifier.channelCount),
      accuracy: calibration
        ? formatPercent(COVERAGE_FACTOR * calibration.voltsStdUncertaintyRatio, 2)
        : "1 %",
      mainsHz: "50",
    },
  });
  const { errors } = formState;
  const loadId = useWatch({ control: form, name: "loadId" });
  const load = loads.find(({ id }) => id === loadId) ?? loads[0];
  const [fullScale, setFullScale] = useState(scaleText(calibration?.fullScaleVolts ?? null));
  const files = useFiles({
    outputCount: load.channels.length,
    fullScale,
    uploadLimitBytes,
    onNote: (note) => {
      const made = loadOfNote(note, loads);
      if (made) setValue("loadId", made.id);
      setValue("channelsDriven", String(note.channelsDriven));
      setValue("mainsHz", String(note.mainsHz));
    },
  });
  const [doneRatio, setDoneRatio] = useState<number | null>(null);
  const isBusy = doneRatio !== null;
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);
  const [message, setMessage] = useState<string | null>(null);
  const ready = files.entries.filter(({ state }) => state === "open");
  const needsSecond = ready.some(({ kind }) => kind && RUN_KINDS[kind].takesSecondLoad);

  const read = async ({ secondId, channelsDriven, accuracy, mainsHz }: FilesValues) => {
    const mine = new AbortController();
    control.current = mine;
    setDoneRatio(0);
    setMessage(null);
    let last: string | null = null;
    const problems: string[] = [];
    for (const group of groupsOf(ready)) {
      try {
        const outcome = await readFiles(group, {
          amplifierId: amplifier.id,
          load,
          secondLoad: loads.find(({ id }) => id === secondId) ?? null,
          channelsDriven,
          voltsAccuracyRatio: accuracy,
          mainsHz,
          ratedWatts: claimedWatts(load.nominalOhms, claims, false),
          confirmations,
          desk: files.desk(),
          signal: mine.signal,
          onReading: setDoneRatio,
        });
        if (typeof outcome === "string") {
          last = outcome;
          files.clear(group.map(({ id }) => id));
        } else {
          problems.push(`${outcome.where}: ${outcome.advice}`);
          group.forEach(({ id }) =>
            files.change(id, { message: `${outcome.where}: ${outcome.advice}` }),
          );
        }
      } catch (error) {
        if (mine.signal.aborted) break;
        problems.push(
          error instanceof UploadFailed
            ? error.message
            : "This failed; the files are still here. Try again.",
        );
      }
    }
    setDoneRatio(null);
    if (problems.length > 0) setMessage(problems[0]);
    else if (last) onStored(last);
  };

  return (
    <Panel
      as="form"
      aria-label="Files"
      {...{
        noValidate: true,
        onSubmit: (event: React.FormEvent) => void handleSubmit(read)(event),
      }}
    >
      <DropArea onFiles={files.add} isEmpty={files.entries.length === 0} />
      <WatchedFolder onFiles={files.add} />
      {files.entries.length > 0 && (
        <RecorderChoice
          recorders={recorders}
          calibratedVolts={calibration?.fullScaleVolts ?? null}
          onFullScale={(volts) => {
            setFullScale(scaleText(volts));
            files.setFullScale(scaleText(volts));
          }}
        />
      )}
      {files.entries.map((entry) => (
        <FileForm
          key={entry.id}
          entry={entry}
          outputCount={load.channels.length}
          onChange={(to) => files.change(entry.id, to)}
          onReopen={() => files.reopen(entry)}
          onRemove={() => files.remove(entry.id)}
        />
      ))}
      {files.entries.length > 0 && (
        <Box>
          <Grid templateColumns="repeat(auto-fill, minmax(170px, 1fr))" gap={3} mt={3}>
            <ChoiceField
              id="files-load"
              label="Load"
              field={register("loadId")}
              choices={loads.map(loadChoice)}
            />
            {needsSecond && (
              <ChoiceField
                id="files-second"
                label="Load of the second file"
                field={register("secondId")}
                choices={loads.map(loadChoice)}
              />
            )}
            <QuantityField
              id="files-driven"
              label="Channels driven"
              unit={`of ${amplifier.channelCount}`}
              field={register("channelsDriven")}
              error={errors.channelsDriven}
            />
            <QuantityField
              id="files-accuracy"
              label="Accuracy of the volts, ±"
              field={register("accuracy")}
              error={errors.accuracy}
            />
            <ChoiceField
              id="files-mains"
              label="Mains"
              field={register("mainsHz")}
              choices={[
                { value: "50", label: "50 Hz" },
                { value: "60", label: "60 Hz" },
              ]}
            />
          </Grid>
          <FormMessage>{message}</FormMessage>
          <HStack mt={3} gap={2}>
            <ActionButton tone="primary" type="submit" disabled={isBusy || ready.length === 0}>
              {readText(doneRatio, groupsOf(ready).length)}
            </ActionButton>
            {isBusy && <ActionButton onClick={() => control.current?.abort()}>Stop</ActionButton>}
          </HStack>
        </Box>
      )}
    </Panel>
  );
}

const scaleText = (volts: number | null): string =>
  volts === null ? "" : formatSignificant(volts, 5);

/** What the button says: what it would do, or how far it is. */
const readText = (doneRatio: number | null, runCount: number): string => {
  if (doneRatio !== null) return `Reading… ${Math.round(100 * doneRatio)} %`;
  return runCount === 1 ? "Analyse" : `Analyse these ${runCount} runs`;
};
