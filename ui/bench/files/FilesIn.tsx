"use client";
import { Box, Flex, Grid, HStack, Text } from "@chakra-ui/react";
import { FileAudio, X } from "lucide-react";
import { useEffect, useRef, useState, type DragEvent } from "react";
import { RUN_KIND_NAMES, RUN_KINDS, type RunKind } from "@/core/run";
import { COVERAGE_FACTOR } from "@/core/power";
import type { Calibration } from "@/core/rig";
import { claimedWatts } from "@/core/claim";
import {
  formatHertz,
  formatPercent,
  formatSignificant,
  formatWithUnit,
  parseNumber,
} from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { Amplifier, Claim, Confirmation, Load } from "@/records";
import { ActionButton } from "../../parts/ActionButton";
import { Panel } from "../../parts/Panel";
import { accuracyOf } from "@/records/facts";
import { loadChoice } from "../loadChoice";
import { settingTexts } from "../settingsForm";
import { Choice, Line, SettingsFields } from "../SettingsFields";
import { UploadFailed } from "../uploadRun";
import { fieldsOf, groupsOf, readFiles } from "./readFiles";
import { useFiles, type FileEntry } from "./useFiles";
import type { OpenedFile } from "@/pipeline/readRun";

export type FilesInProps = {
  amplifier: Amplifier;
  claims: readonly Claim[];
  loads: readonly Load[];
  calibration: Calibration | null;
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
  confirmations,
  uploadLimitBytes,
  onStored,
}: FilesInProps) {
  const [loadId, setLoadId] = useState(loads[0].id);
  const [secondId, setSecondId] = useState(loads[1]?.id ?? "");
  const [mainsHz, setMainsHz] = useState("50");
  const [accuracy, setAccuracy] = useState(
    calibration ? formatPercent(COVERAGE_FACTOR * calibration.voltsStdUncertaintyRatio, 2) : "1 %",
  );
  const load = loads.find(({ id }) => id === loadId) ?? loads[0];
  const files = useFiles(
    load.channels.length,
    calibration ? formatSignificant(calibration.fullScaleVolts, 5) : "",
    uploadLimitBytes,
  );
  const [driven, setDriven] = useState(String(amplifier.channelCount));
  const [doneRatio, setDoneRatio] = useState<number | null>(null);
  const isBusy = doneRatio !== null;
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);
  const [message, setMessage] = useState<string | null>(null);
  const ready = files.entries.filter(({ state }) => state === "open");
  const needsSecond = ready.some(({ kind }) => kind && RUN_KINDS[kind].takesSecondLoad);

  const read = async () => {
    const common = commonFrom(accuracy, driven);
    if (typeof common === "string") return setMessage(common);
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
          ...common,
          mainsHz: Number(mainsHz),
          ratedWatts: claimedWatts(load.nominalOhms, claims, false) || null,
          confirmations,
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
            : "This did not work; the files are still here. Try again.",
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
        onSubmit: (event: React.FormEvent) => {
          event.preventDefault();
          void read();
        },
      }}
    >
      <Drop onFiles={files.add} isEmpty={files.entries.length === 0} />
      {files.entries.map((entry) => (
        <Entry
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
            <Choice
              id="files-load"
              label="Load"
              value={load.id}
              choices={loads.map(loadChoice)}
              onChange={setLoadId}
            />
            {needsSecond && (
              <Choice
                id="files-second"
                label="Load of the second file"
                value={secondId}
                choices={loads.map(loadChoice)}
                onChange={setSecondId}
              />
            )}
            <Line
              id="files-driven"
              label="Channels driven meanwhile"
              unit={`of ${amplifier.channelCount}`}
              value={driven}
              onChange={setDriven}
            />
            <Line
              id="files-accuracy"
              label="Accuracy of the volts, ±"
              value={accuracy}
              onChange={setAccuracy}
            />
            <Choice
              id="files-mains"
              label="Mains"
              value={mainsHz}
              choices={[
                { value: "50", label: "50 Hz" },
                { value: "60", label: "60 Hz" },
              ]}
              onChange={setMainsHz}
            />
          </Grid>
          {message && (
            <Text role="alert" color="ember" fontWeight={600} mt={2}>
              {message}
            </Text>
          )}
          <HStack mt={3} gap={2}>
            <ActionButton tone="primary" type="submit" disabled={isBusy || ready.length === 0}>
              {readText(doneRatio, groupsOf(ready).length)}
            </ActionButton>
            {isBusy && (
              <ActionButton onClick={() => control.current?.abort()}>Stop reading</ActionButton>
            )}
          </HStack>
        </Box>
      )}
    </Panel>
  );
}

/** What the button says: what it would do, or how far it is. */
const readText = (doneRatio: number | null, runCount: number): string => {
  if (doneRatio !== null) return `Reading… ${Math.round(100 * doneRatio)} %`;
  return runCount === 1 ? "Read it" : `Read these ${runCount} runs`;
};

/** What holds for all files, or what is wrong with it. */
const commonFrom = (
  accuracy: string,
  driven: string,
): { voltsAccuracyRatio: number; channelsDriven: number } | string => {
  const voltsAccuracyRatio = accuracyOf(accuracy);
  const channelsDriven = parseNumber(driven);
  if (voltsAccuracyRatio === null) return "Give the accuracy of the volts, such as 1 %.";
  if (
    channelsDriven === null ||
    !Number.isInteger(channelsDriven) ||
    channelsDriven < 1 ||
    channelsDriven > 16
  )
    return "Say how many channels were driven, from 1 to 16.";
  return { voltsAccuracyRatio, channelsDriven };
};

function Drop({ onFiles, isEmpty }: { onFiles(files: File[]): void; isEmpty: boolean }) {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    onFiles([...event.dataTransfer.files]);
  };
  return (
    <Flex
      direction="column"
      align="center"
      justify="center"
      gap={2}
      py={isEmpty ? 12 : 3}
      borderWidth="2px"
      borderStyle="dashed"
      borderColor={over ? "spruce" : "rime"}
      borderRadius="panel"
      bg={over ? "sunken" : undefined}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={onDrop}
      aria-label="Drop files here"
      role="group"
    >
      <FileAudio size={30} aria-hidden />
      <Text fontWeight={700}>Drop recordings, scope records or responses, one or many</Text>
      <Text color="muted" fontSize="14px">
        WAV; CSV of a scope; text of frequency, dB, degrees. What each is for is guessed from what
        is in it.
      </Text>
      <input
        ref={input}
        type="file"
        multiple
        hidden
        data-testid="files"
        accept=".wav,.csv,.txt,.tsv,.frd,.dat,text/*,audio/wav"
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
      <ActionButton onClick={() => input.current?.click()}>Choose files</ActionButton>
    </Flex>
  );
}

function Entry({
  entry,
  outputCount,
  onChange,
  onReopen,
  onRemove,
}: {
  entry: FileEntry;
  outputCount: number;
  onChange(to: Partial<FileEntry>): void;
  onReopen(): void;
  onRemove(): void;
}) {
  const { id, fileName, opened, state, message, kind } = entry;
  return (
    <Box borderTopWidth="1px" borderColor="rime" mt={3} pt={3} data-testid="file-entry">
      <HStack justify="space-between">
        <Text fontWeight={700} truncate>
          {fileName}{" "}
          <Text as="span" color="muted" fontWeight={400}>
            {state === "opening" ? "opening…" : sizeText(opened)}
          </Text>
        </Text>
        <ActionButton
          minH="34px"
          px={2.5}
          aria-label={`Take ${fileName} off the list`}
          onClick={onRemove}
        >
          <X size={15} />
        </ActionButton>
      </HStack>
      {opened && (
        <Text color="muted" fontSize="14px">
          In it: {opened.guess.because}.
        </Text>
      )}
      {message && (
        <Text role="alert" color="ember" fontSize="14px" fontWeight={500}>
          {message}
        </Text>
      )}
      {state === "failed" && /sample rate/i.test(message ?? "") && (
        <HStack align="end" mt={1.5}>
          <Line
            id={`rate-${id}`}
            label="Sample rate"
            unit="Hz"
            value={entry.sampleRate}
            onChange={(sampleRate) => onChange({ sampleRate })}
          />
          <ActionButton onClick={onReopen}>Open it so</ActionButton>
        </HStack>
      )}
      {opened && kind && (
        <Grid templateColumns="repeat(auto-fill, minmax(170px, 1fr))" gap={3} mt={1.5}>
          <Choice
            id={`kind-${id}`}
            label="Taken for"
            value={kind}
            choices={RUN_KIND_NAMES.map((name) => ({ value: name, label: RUN_KINDS[name].title }))}
            onChange={(value) => onChange({ kind: value as RunKind, settings: {} })}
          />
          {opened.responseText === null && (
            <Mapping entry={entry} opened={opened} outputCount={outputCount} onChange={onChange} />
          )}
        </Grid>
      )}
      {opened && kind && (
        <Box mt={2}>
          <SettingsFields
            idPrefix={`setting-${id}`}
            fields={fieldsOf(entry)}
            texts={{ ...settingTexts(fieldsOf(entry)), ...entry.settings }}
            onChange={(name, text) => onChange({ settings: { ...entry.settings, [name]: text } })}
          />
        </Box>
      )}
    </Box>
  );
}

/** Full scale, and which channel of the file is which output, or the source. */
function Mapping({
  entry,
  opened,
  outputCount,
  onChange,
}: {
  entry: FileEntry;
  opened: OpenedFile;
  outputCount: number;
  onChange(to: Partial<FileEntry>): void;
}) {
  const { id, channels, inputChannel, fullScale } = entry;
  const choices = [
    { value: "", label: "not in it" },
    ...opened.channelNames.map((name, k) => ({ value: String(k), label: name })),
  ];
  const chosen = (value: string): number | null => (value === "" ? null : Number(value));
  return (
    <>
      <Line
        id={`scale-${id}`}
        label="Full scale, across the load"
        unit="V"
        value={fullScale}
        onChange={(text) => onChange({ fullScale: text })}
      />
      {Array.from({ length: Math.min(outputCount, opened.channelCount + 1) }, (_, output) => (
        <Choice
          key={output}
          id={`channel-${id}-${output}`}
          label={`Output ${channelLetter(output)} is`}
          value={String(channels[output] ?? "")}
          choices={choices}
          onChange={(value) =>
            onChange({
              channels: channels.map((channel, k) => (k === output ? chosen(value) : channel)),
            })
          }
        />
      ))}
      {opened.channelCount > 1 && (
        <Choice
          id={`input-${id}`}
          label="The source is"
          value={String(inputChannel ?? "")}
          choices={choices}
          onChange={(value) =>
            onChange({
              inputChannel: chosen(value),
              channels: channels.map((channel) =>
                channel !== null && channel === chosen(value) ? null : channel,
              ),
            })
          }
        />
      )}
    </>
  );
}

/** Channels, length and rate of a recording; a response as text has none of them. */
const sizeText = (opened: OpenedFile | null): string =>
  opened && opened.seconds > 0
    ? `${opened.channelCount} × ${formatWithUnit(opened.seconds, "s")} at ${formatHertz(opened.sampleRateHz)}`
    : "";
