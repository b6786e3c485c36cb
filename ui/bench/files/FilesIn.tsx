"use client";
import { Box, Grid, HStack, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useEffect, useRef, useState } from "react";
import { useForm, type UseFormReturn } from "react-hook-form";
import type { RecordingNote } from "@/core/files";
import { RUN_KINDS } from "@/core/run";
import { COVERAGE_FACTOR } from "@/core/power";
import type { Calibration } from "@/core/rig";
import { claimedWatts } from "@/core/claim";
import { formatPercent, formatSignificant } from "@/core/units";
import {
  drivenIn,
  type Amplifier,
  type Confirmation,
  type Details,
  type Load,
  type Recorders,
  type Setup,
  type StatedPower,
} from "@/records";
import { chosenSetup, claimsMadeFor, namedSetup } from "@/records/facts";
import { ActionButton } from "../../parts/ActionButton";
import { Panel } from "../../parts/Panel";
import { filesSchema, type FilesTexts, type FilesValues } from "../benchSchemas";
import { loadChoice } from "../loadChoice";
import { ChoiceField, FormMessage, QuantityField } from "../../parts/fields";
import { UploadFailed } from "../uploadRun";
import { DropArea } from "./DropArea";
import { conditionsOfFile, FileConditions, type FileConditionsValue } from "./FileConditions";
import { FileForm } from "./FileForm";
import type { OwnConditions } from "./nameConditions";
import { ownConditions } from "./ownConditions";
import { RecorderChoice } from "./RecorderChoice";
import { groupsOf, readFiles } from "./readFiles";
import { useFiles, type FileEntry } from "./useFiles";
import { useShownSetup } from "../../frame/chainState";
import { SetupTexts } from "../../parts/SetupFields";
import { WatchedFolder } from "./WatchedFolder";

export type FilesInProps = {
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  details: Details;
  /** As planned, else as the last reading was taken; `isOfTile` where a tile of the plan was pressed for it. */
  first: { channelsDriven: number; setup: Setup; isOfTile: boolean };
  calibration: Calibration | null;
  recorders: Recorders;
  confirmations: readonly Confirmation[];
  uploadLimitBytes: number;
  onStored(runId: string): void;
};

/** What holds for all files that do not say otherwise, and what each says of itself. */
const useConditions = ({
  amplifier,
  loads,
  details,
  first,
}: Pick<FilesInProps, "amplifier" | "loads" | "details" | "first">) => {
  const [common, setCommon] = useState<FileConditionsValue>({
    loadId: loads[0].id,
    channelsDriven: String(first.channelsDriven),
    setup: first.setup,
  });
  const conditionsOf = ({ own }: FileEntry) => conditionsOfFile(own, common);
  return {
    common,
    setCommon,
    conditionsOf,
    loadOf: (loadId: string): Load => loads.find(({ id }) => id === loadId) ?? loads[0],
    ownOf: (fileName: string, note: RecordingNote | null, isAlone: boolean) =>
      ownConditions(
        { fileName, note, isOfTile: first.isOfTile && isAlone },
        { ...amplifier, loads, details, common },
      ),
    /** Files of one run share these. */
    sortOf: (entry: FileEntry): string => {
      const { loadId, channelsDriven, setup } = conditionsOf(entry);
      const isOfLoad = entry.kind !== null && !RUN_KINDS[entry.kind].takesSecondLoad;
      return JSON.stringify([isOfLoad && loadId, channelsDriven, setup]);
    },
  };
};

type Conditions = ReturnType<typeof useConditions>;
type Files = ReturnType<typeof useFiles>;

/** Reads groups of files one after another and stores each as a run; what fails stays, with its message. */
const useReading = (
  {
    amplifier,
    claims,
    loads,
    details,
    confirmations,
    onStored,
  }: Pick<
    FilesInProps,
    "amplifier" | "claims" | "loads" | "details" | "confirmations" | "onStored"
  >,
  { conditionsOf, loadOf }: Conditions,
  files: Files,
) => {
  const [doneRatio, setDoneRatio] = useState<number | null>(null);
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);
  const [message, setMessage] = useState<string | null>(null);
  const readGroup = (group: readonly FileEntry[], values: FilesValues, signal: AbortSignal) => {
    const { loadId, channelsDriven, setup } = conditionsOf(group[0]);
    const load = loadOf(loadId);
    const driven = drivenIn(channelsDriven, amplifier.channelCount);
    const setUp = namedSetup({ ...setup, driven: [...(driven?.places ?? [])] }, details);
    const meant = claimsMadeFor(setUp.setting, claims);
    // Of two files with a load each, the second says which is the second.
    const other = group.map((entry) => conditionsOf(entry).loadId).find((id) => id !== loadId);
    return readFiles(group, {
      amplifierId: amplifier.id,
      load,
      secondLoad: loads.find(({ id }) => id === (other ?? values.secondId)) ?? null,
      channelsDriven: driven?.count ?? 1,
      setUp,
      voltsAccuracyRatio: values.accuracy,
      mainsHz: values.mainsHz,
      ratedWatts: claimedWatts(load.nominalOhms, meant, setup.connection === "bridged"),
      confirmations,
      desk: files.desk(),
      signal,
      onReading: setDoneRatio,
    });
  };
  const read = async (groups: readonly FileEntry[][], values: FilesValues) => {
    const isWrong = groups
      .flat()
      .some((entry) => !drivenIn(conditionsOf(entry).channelsDriven, amplifier.channelCount));
    if (isWrong) return setMessage("Enter how many channels were driven, beside the file.");
    const mine = new AbortController();
    control.current = mine;
    setDoneRatio(0);
    setMessage(null);
    let last: string | null = null;
    const problems: string[] = [];
    for (const group of groups) {
      try {
        const outcome = await readGroup(group, values, mine.signal);
        if (typeof outcome === "string") {
          last = outcome;
          files.clear(group.map(({ id }) => id));
        } else {
          const problem = `${outcome.where}: ${outcome.advice}`;
          problems.push(problem);
          group.forEach(({ id }) => files.change(id, { message: problem }));
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
  return { doneRatio, message, read, stop: () => control.current?.abort() };
};

/** Recordings, scope records and responses as text, one or many: opened, guessed, confirmed and read. */
export function FilesIn(props: FilesInProps) {
  const { amplifier, loads, details, calibration, recorders, uploadLimitBytes } = props;
  const form = useForm<FilesTexts, unknown, FilesValues>({
    resolver: yupResolver(filesSchema) as never,
    mode: "onChange",
    defaultValues: {
      secondId: loads[1]?.id ?? "",
      accuracy: calibration
        ? formatPercent(COVERAGE_FACTOR * calibration.voltsStdUncertaintyRatio, 2)
        : "1 %",
      mainsHz: "50",
    },
  });
  const conditions = useConditions(props);
  const { common, conditionsOf, loadOf } = conditions;
  useShownSetup(chosenSetup(common.setup, details));
  const [fullScale, setFullScale] = useState(scaleText(calibration?.fullScaleVolts ?? null));
  const files = useFiles({
    outputCount: loadOf(common.loadId).channels.length,
    fullScale,
    uploadLimitBytes,
    ownOf: conditions.ownOf,
    onNote: (note) => form.setValue("mainsHz", String(note.mainsHz)),
  });
  const { doneRatio, message, read, stop } = useReading(props, conditions, files);
  const ready = files.entries.filter(({ state }) => state === "open");
  const groups = groupsOf(ready, conditions.sortOf);
  /** One file alone has its conditions where they are asked for all. */
  const single = files.entries.length === 1 ? files.entries[0] : null;
  const isBusy = doneRatio !== null;
  return (
    <Panel
      as="form"
      aria-label="Files"
      {...{
        noValidate: true,
        onSubmit: (event: React.FormEvent) =>
          void form.handleSubmit((values) => read(groups, values))(event),
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
                {...{ common, amplifier, loads, details }}
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
          <ForAll
            {...{ props, form, conditions, single }}
            needsSecond={ready.some(({ kind }) => kind && RUN_KINDS[kind].takesSecondLoad)}
            onSingle={(own) => single && files.change(single.id, { own })}
          />
          <FormMessage>{message}</FormMessage>
          <HStack mt={3} gap={2}>
            <ActionButton tone="primary" type="submit" disabled={isBusy || ready.length === 0}>
              {readText(doneRatio, groups.length)}
            </ActionButton>
            {isBusy && <ActionButton onClick={stop}>Stop</ActionButton>}
          </HStack>
        </Box>
      )}
    </Panel>
  );
}

/** Load, channels, supply and switches of all files that do not say otherwise, or of the only one; and what holds for every file. */
function ForAll({
  props: { amplifier, loads, details },
  form: { register, formState },
  conditions: { common, setCommon, conditionsOf },
  single,
  needsSecond,
  onSingle,
}: {
  props: FilesInProps;
  form: UseFormReturn<FilesTexts, unknown, FilesValues>;
  conditions: Conditions;
  single: FileEntry | null;
  needsSecond: boolean;
  onSingle(own: OwnConditions): void;
}) {
  const change = (own: OwnConditions) =>
    single ? onSingle({ ...single.own, ...own }) : setCommon({ ...common, ...own });
  return (
    <>
      {!single && (
        <Text fontWeight={700} mt={4}>
          For all files that do not say otherwise
        </Text>
      )}
      <Grid templateColumns="repeat(auto-fill, minmax(210px, 1fr))" gap={3} mt={3}>
        <FileConditions
          id="files"
          own={single ? single.own : common}
          {...{ common, amplifier, loads, details }}
          onChange={change}
        />
        <SetupTexts
          id="files"
          details={details}
          setup={single ? conditionsOf(single).setup : common.setup}
          onChange={(setup) => change({ setup })}
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
          error={formState.errors.accuracy}
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
    </>
  );
}

const scaleText = (volts: number | null): string =>
  volts === null ? "" : formatSignificant(volts, 5);

/** What the button says: what it would do, or how far it is. */
const readText = (doneRatio: number | null, runCount: number): string => {
  if (doneRatio !== null) return `Reading… ${Math.round(100 * doneRatio)} %`;
  return runCount === 1 ? "Analyse" : `Analyse these ${runCount} runs`;
};
