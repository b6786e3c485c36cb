"use client";
import { Box, Grid, HStack, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useEffect, useRef, useState } from "react";
import { useForm } from "react-hook-form";
import { RUN_KINDS } from "@/core/run";
import { COVERAGE_FACTOR } from "@/core/power";
import type { Calibration } from "@/core/rig";
import { claimedWatts } from "@/core/claim";
import { formatPercent, formatSignificant, parseNumber } from "@/core/units";
import type {
  Amplifier,
  Confirmation,
  Details,
  Load,
  Recorders,
  Setup,
  StatedPower,
} from "@/records";
import { claimsMadeFor, namedSetup, setupFromText } from "@/records/facts";
import { ActionButton } from "../../parts/ActionButton";
import { Panel } from "../../parts/Panel";
import { filesSchema, wrongChannels, type FilesTexts, type FilesValues } from "../benchSchemas";
import { loadChoice } from "../loadChoice";
import { ChoiceField, FormMessage, QuantityField } from "../../parts/fields";
import { UploadFailed } from "../uploadRun";
import { DropArea } from "./DropArea";
import { conditionsOfFile, FileConditions, type FileConditionsValue } from "./FileConditions";
import { FileForm } from "./FileForm";
import { conditionsInName, type OwnConditions } from "./nameConditions";
import { loadOfNote } from "./noteOf";
import { RecorderChoice } from "./RecorderChoice";
import { groupsOf, readFiles } from "./readFiles";
import { useFiles, type FileEntry } from "./useFiles";
import { SetupTexts } from "../../parts/SetupFields";
import { WatchedFolder } from "./WatchedFolder";

export type FilesInProps = {
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  details: Details;
  /** As planned, else as the last reading was taken. */
  first: { channelsDriven: number; setup: Setup };
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
  details,
  first,
  calibration,
  recorders,
  confirmations,
  uploadLimitBytes,
  onStored,
}: FilesInProps) {
  const { register, handleSubmit, setValue, formState } = useForm<FilesTexts, unknown, FilesValues>(
    {
      resolver: yupResolver(filesSchema) as never,
      mode: "onChange",
      defaultValues: {
        secondId: loads[1]?.id ?? "",
        accuracy: calibration
          ? formatPercent(COVERAGE_FACTOR * calibration.voltsStdUncertaintyRatio, 2)
          : "1 %",
        mainsHz: "50",
      },
    },
  );
  const { errors } = formState;
  const [common, setCommon] = useState<FileConditionsValue>({
    loadId: loads[0].id,
    channelsDriven: String(first.channelsDriven),
    setup: first.setup,
  });
  const loadOf = (loadId: string): Load => loads.find(({ id }) => id === loadId) ?? loads[0];
  const conditionsOf = ({ own }: FileEntry) => conditionsOfFile(own, common);
  const [fullScale, setFullScale] = useState(scaleText(calibration?.fullScaleVolts ?? null));
  const files = useFiles({
    outputCount: loadOf(common.loadId).channels.length,
    fullScale,
    uploadLimitBytes,
    ownOf: (fileName, note): OwnConditions => {
      const { setup } = common;
      const named = conditionsInName(fileName, { ...amplifier, loads, details, setup });
      if (!note) return named;
      const made = loadOfNote(note, loads);
      return {
        ...named,
        ...(made && { loadId: made.id }),
        channelsDriven: String(note.channelsDriven),
        ...(note.setting !== undefined && { setup: setupFromText(note.setting, details) }),
      };
    },
    onNote: (note) => setValue("mainsHz", String(note.mainsHz)),
  });
  const [doneRatio, setDoneRatio] = useState<number | null>(null);
  const isBusy = doneRatio !== null;
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);
  const [message, setMessage] = useState<string | null>(null);
  const ready = files.entries.filter(({ state }) => state === "open");
  /** One file alone has its conditions where they are asked for all. */
  const single = files.entries.length === 1 ? files.entries[0] : null;
  const needsSecond = ready.some(({ kind }) => kind && RUN_KINDS[kind].takesSecondLoad);

  const groups = groupsOf(ready, (entry) => {
    const { loadId, channelsDriven, setup } = conditionsOf(entry);
    const isOfLoad = entry.kind !== null && !RUN_KINDS[entry.kind].takesSecondLoad;
    return JSON.stringify([isOfLoad && loadId, channelsDriven, setup]);
  });
  const isWrong = ready.some((entry) => wrongChannels(conditionsOf(entry).channelsDriven) !== null);

  const read = async ({ secondId, accuracy, mainsHz }: FilesValues) => {
    if (isWrong) return setMessage("Enter how many channels were driven, beside the file.");
    const mine = new AbortController();
    control.current = mine;
    setDoneRatio(0);
    setMessage(null);
    let last: string | null = null;
    const problems: string[] = [];
    for (const group of groups) {
      try {
        const { loadId, channelsDriven, setup } = conditionsOf(group[0]);
        const load = loadOf(loadId);
        const setUp = namedSetup(setup, details);
        // Of two files with a load each, the second says which is the second.
        const other = group.map((entry) => conditionsOf(entry).loadId).find((id) => id !== loadId);
        const outcome = await readFiles(group, {
          amplifierId: amplifier.id,
          load,
          secondLoad: loads.find(({ id }) => id === (other ?? secondId)) ?? null,
          channelsDriven: parseNumber(channelsDriven) ?? 1,
          setUp,
          voltsAccuracyRatio: accuracy,
          mainsHz,
          ratedWatts: claimedWatts(
            load.nominalOhms,
            claimsMadeFor(setUp.setting, claims),
            setup.connection === "bridged",
          ),
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
          outputCount={loadOf(conditionsOf(entry).loadId).channels.length}
          conditions={
            single ? undefined : (
              <FileConditions
                id={`file-${entry.id}`}
                own={entry.own}
                common={common}
                {...{ amplifier, loads, details }}
                onChange={(own) => files.change(entry.id, { own })}
              />
            )
          }
          onChange={(to) => files.change(entry.id, to)}
          onReopen={() => files.reopen(entry)}
          onRemove={() => files.remove(entry.id)}
        />
      ))}
      {files.entries.length > 0 && (
        <Box>
          {!single && (
            <Text fontWeight={700} mt={4}>
              For all files that do not say otherwise
            </Text>
          )}
          <Grid templateColumns="repeat(auto-fill, minmax(170px, 1fr))" gap={3} mt={3}>
            <FileConditions
              id="files"
              own={single ? single.own : common}
              common={common}
              {...{ amplifier, loads, details }}
              onChange={(own) =>
                single ? files.change(single.id, { own }) : setCommon({ ...common, ...own })
              }
            />
            <SetupTexts
              id="files"
              setup={single ? conditionsOf(single).setup : common.setup}
              onChange={(setup) =>
                single
                  ? files.change(single.id, { own: { ...single.own, setup } })
                  : setCommon({ ...common, setup })
              }
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
              {readText(doneRatio, groups.length)}
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
