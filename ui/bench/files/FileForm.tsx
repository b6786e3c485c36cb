import { Box, Grid, HStack, Text } from "@chakra-ui/react";
import { X } from "lucide-react";
import type { ReactNode } from "react";
import { RUN_KIND_NAMES, RUN_KINDS, type ProbePlaces, type RunKind } from "@/core/run";
import { formatHertz, formatWithUnit } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import { ActionButton } from "../../parts/ActionButton";
import { errorIn, settingTexts } from "../settingsForm";
import { SettingsFields } from "../SettingsFields";
import { ChoiceField, QuantityField, held } from "../../parts/fields";
import { RateAsked } from "./RateAsked";
import { fieldsOf } from "./fieldsOf";
import { type FileEntry } from "./useFiles";
import type { FileFacts } from "@/pipeline/openFile";

/** One file: what is in it, what it is taken for, and what of it is which output. */
export function FileForm({
  entry,
  outputCount,
  conditions,
  onChange,
  onReopen,
  onRemove,
}: {
  entry: FileEntry;
  outputCount: number;
  /** Its load, channels, supply and switches, where it is one of several files. */
  conditions?: ReactNode;
  onChange(to: Partial<FileEntry>): void;
  onReopen(): void;
  onRemove(): void;
}) {
  const { id, fileName, opened, state, message, kind } = entry;
  const texts = { ...settingTexts(fieldsOf(entry)), ...entry.settings };
  return (
    <Box borderTopWidth="1px" borderColor="rime" mt={3} pt={3} data-testid="file-entry">
      <HStack justify="space-between">
        <Text fontWeight={700} truncate>
          {fileName}{" "}
          <Text as="span" color="muted" fontWeight={400}>
            {state === "opening" ? "opening…" : sizeText(opened)}
          </Text>
        </Text>
        <ActionButton minH="34px" px={2.5} aria-label={`Remove ${fileName}`} onClick={onRemove}>
          <X size={15} />
        </ActionButton>
      </HStack>
      {opened && (
        <Text color="muted" fontSize="14px">
          Found: {opened.guess.because}.
        </Text>
      )}
      {message && (
        <Text role="alert" color="ember" fontSize="14px" fontWeight={500}>
          {message}
        </Text>
      )}
      {state === "failed" && entry.question && (
        <RateAsked
          id={id}
          fileName={fileName}
          question={entry.question}
          sampleRate={entry.sampleRate}
          onChange={(sampleRate) => onChange({ sampleRate })}
          onAnswer={onReopen}
        />
      )}
      {opened && kind && (
        <Grid templateColumns="repeat(auto-fill, minmax(210px, 1fr))" gap={3} mt={1.5}>
          <ChoiceField
            id={`kind-${id}`}
            label="Run"
            field={held(kind, (value) => onChange({ kind: value as RunKind, settings: {} }))}
            choices={RUN_KIND_NAMES.map((name) => ({ value: name, label: RUN_KINDS[name].title }))}
          />
          {conditions}
          {opened.temperatureLog && (
            <Probes names={opened.channelNames} places={entry.places} id={id} onChange={onChange} />
          )}
          {opened.hasSamples && (
            <Mapping entry={entry} opened={opened} outputCount={outputCount} onChange={onChange} />
          )}
        </Grid>
      )}
      {opened && kind && (
        <Box mt={2}>
          <SettingsFields
            idPrefix={`setting-${id}`}
            fields={fieldsOf(entry)}
            bind={(name) =>
              held(texts[name] ?? "", (text) =>
                onChange({ settings: { ...entry.settings, [name]: text } }),
              )
            }
            errorOf={(name) => errorIn(fieldsOf(entry), texts, name)}
          />
        </Box>
      )}
    </Box>
  );
}

const PLACES: readonly (readonly [keyof ProbePlaces, string])[] = [
  ["sink", "On the heat sink"],
  ["casing", "On the case"],
  ["load", "On the load"],
];

/** Which probe of a logger was where. */
function Probes({
  names,
  places,
  id,
  onChange,
}: {
  names: readonly string[];
  places: ProbePlaces;
  id: string;
  onChange(to: Partial<FileEntry>): void;
}) {
  const choices = [
    { value: "", label: "none" },
    ...names.map((name, k) => ({ value: String(k), label: name })),
  ];
  return PLACES.map(([place, label]) => (
    <ChoiceField
      key={place}
      id={`probe-${id}-${place}`}
      label={label}
      field={held(String(places[place] ?? ""), (value) =>
        onChange({ places: { ...places, [place]: value === "" ? null : Number(value) } }),
      )}
      choices={choices}
    />
  ));
}

/** Full scale, and which channel of the file is which output, or the source. */
function Mapping({
  entry,
  opened,
  outputCount,
  onChange,
}: {
  entry: FileEntry;
  opened: FileFacts;
  outputCount: number;
  onChange(to: Partial<FileEntry>): void;
}) {
  const { id, channels, inputChannel, fullScale } = entry;
  const choices = [
    { value: "", label: "not present" },
    ...opened.channelNames.map((name, k) => ({ value: String(k), label: name })),
  ];
  const chosen = (value: string): number | null => (value === "" ? null : Number(value));
  return (
    <>
      <QuantityField
        id={`scale-${id}`}
        label="Full scale, across the load"
        unit="V"
        field={held(fullScale, (text) => onChange({ fullScale: text }))}
      />
      {Array.from({ length: Math.min(outputCount, opened.channelCount + 1) }, (_, output) => (
        <ChoiceField
          key={output}
          id={`channel-${id}-${output}`}
          label={`Output ${channelLetter(output)} is`}
          field={held(String(channels[output] ?? ""), (value) =>
            onChange({
              channels: channels.map((channel, k) => (k === output ? chosen(value) : channel)),
            }),
          )}
          choices={choices}
        />
      ))}
      {opened.channelCount > 1 && (
        <ChoiceField
          id={`input-${id}`}
          label="Input channel"
          field={held(String(inputChannel ?? ""), (value) =>
            onChange({
              inputChannel: chosen(value),
              channels: channels.map((channel) =>
                channel !== null && channel === chosen(value) ? null : channel,
              ),
            }),
          )}
          choices={choices}
        />
      )}
    </>
  );
}

/** Channels, length and rate of a recording; a response as text has none of them. */
const sizeText = (opened: FileFacts | null): string =>
  opened && opened.seconds > 0
    ? `${opened.channelCount} × ${formatWithUnit(opened.seconds, "s")} at ${formatHertz(opened.sampleRateHz)}`
    : "";
