"use client";
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { FileAudio } from "lucide-react";
import { useRef, useState, type DragEvent } from "react";
import { useForm, type FieldError } from "react-hook-form";
import type { Finding } from "@/core/outcome";
import { COVERAGE_FACTOR } from "@/core/power";
import type { Calibration } from "@/core/rig";
import { formatHertz, formatPercent, formatSignificant } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import { readWavLayout, type WavLayout } from "@/core/wav";
import { runConditions, type Confirmation, type Load } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { impliedUnit } from "../parts/impliedUnit";
import { ChoiceField, QuantityField } from "../parts/TextField";
import { loadChoice } from "./loadChoice";
import { recordingSchema, type RecordingSettings } from "./newRunSchema";
import type { Recording } from "./useRunMaker";

/** Enough for any header that precedes the samples. */
const HEADER_BYTES = 256 * 1024;

export type RecordingFormProps = {
  calibration: Calibration | null;
  confirmations: readonly Confirmation[];
  loads: readonly Load[];
  channelCount: number;
  uploadLimitBytes: number;
  failure: { message: string; code: Finding["code"] | null } | null;
  busy: boolean;
  onStart(recording: Recording): void;
  onEdit(): void;
};

type Chosen = { file: File; layout: WavLayout };
type RecordingText = Record<keyof RecordingSettings, string>;

/** A WAV file of the volts across the loads, and what turns its samples into watts. */
export function RecordingForm({
  calibration,
  confirmations,
  loads,
  channelCount,
  uploadLimitBytes,
  failure,
  busy,
  onStart,
  onEdit,
}: RecordingFormProps) {
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [fileMessage, setFileMessage] = useState<string | null>(null);
  const { register, handleSubmit, formState, setValue } = useForm<
    RecordingText,
    unknown,
    RecordingSettings
  >({
    resolver: yupResolver(recordingSchema) as never,
    defaultValues: {
      loadId: loads[0]?.id ?? "",
      fullScaleVolts: calibration ? formatSignificant(calibration.fullScaleVolts, 5) : "",
      voltsAccuracyRatio: calibration
        ? formatPercent(COVERAGE_FACTOR * calibration.voltsStdUncertaintyRatio, 2)
        : "1 %",
      channelsDriven: String(channelCount),
      firstChannel: "0",
      mainsHz: "50",
    },
  });
  const { errors } = formState;

  const choose = async (file: File) => {
    onEdit();
    setChosen(null);
    if (file.size > uploadLimitBytes)
      return setFileMessage(
        `${file.name} is larger than the limit of ${Math.round(uploadLimitBytes / 1024 / 1024)} MB. Cut it to the sweep, or record at a lower rate.`,
      );
    const layout = readWavLayout(
      new Uint8Array(await file.slice(0, HEADER_BYTES).arrayBuffer()),
      file.size,
    );
    if (!layout.ok) return setFileMessage(`${file.name}: ${layout.finding.advice}`);
    setFileMessage(null);
    setChosen({ file, layout: layout.value });
    setValue("channelsDriven", String(Math.max(layout.value.channelCount, 1)));
  };

  const onSubmit = handleSubmit((settings) => {
    const load = loads.find(({ id }) => id === settings.loadId);
    if (!chosen) return setFileMessage("Choose a WAV file first.");
    if (load)
      onStart({
        file: chosen.file,
        fullScaleVolts: settings.fullScaleVolts,
        conditions: runConditions({
          ...settings,
          load,
          channelCount: chosen.layout.channelCount,
          confirmations,
        }),
      });
  });

  const found = placedFailure(failure);
  return (
    <form onSubmit={onSubmit} onChange={onEdit} noValidate aria-label="Recording">
      <FileDrop chosen={chosen} message={found.file ?? fileMessage} onFile={choose} />
      <Grid templateColumns="1fr 1fr" gap={3.5} mt={3.5}>
        <QuantityField
          label="Full scale, across the load"
          field={register("fullScaleVolts", { setValueAs: impliedUnit("V") })}
          error={errors.fullScaleVolts ?? found.fullScale}
          unit="V"
        />
        <QuantityField
          label="Accuracy of the volts, ±"
          field={register("voltsAccuracyRatio", { setValueAs: impliedUnit("%") })}
          error={errors.voltsAccuracyRatio}
          unit=""
        />
        <ChoiceField
          label="Load"
          field={register("loadId")}
          error={errors.loadId ?? found.load}
          choices={loads.map(loadChoice)}
        />
        <QuantityField
          label="Channels driven meanwhile"
          field={register("channelsDriven")}
          error={errors.channelsDriven}
          unit={`of ${channelCount}`}
        />
        <ChoiceField
          label="First channel of the file is"
          field={register("firstChannel")}
          error={errors.firstChannel}
          choices={Array.from({ length: channelCount }, (_, index) => ({
            value: String(index),
            label: channelLetter(index),
          }))}
        />
        <ChoiceField
          label="Mains"
          field={register("mainsHz")}
          error={errors.mainsHz}
          choices={[
            { value: "50", label: "50 Hz" },
            { value: "60", label: "60 Hz" },
          ]}
        />
      </Grid>
      <ActionButton tone="primary" type="submit" mt={4} disabled={busy}>
        Analyse the recording
      </ActionButton>
    </form>
  );
}

/** What the analysis found wrong, beside the field where it was given. */
const placedFailure = (
  failure: RecordingFormProps["failure"],
): { file?: string; load?: FieldError; fullScale?: FieldError } => {
  if (!failure) return {};
  const error = { type: "value", message: failure.message };
  if (failure.code === "bad-load" || failure.code === "channel-mismatch") return { load: error };
  if (failure.code === "bad-full-scale" || failure.code === "capture-clipped")
    return { fullScale: error };
  return { file: failure.message };
};

function FileDrop({
  chosen,
  message,
  onFile,
}: {
  chosen: Chosen | null;
  message: string | null;
  onFile(file: File): void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const [file] = event.dataTransfer.files;
    if (file) onFile(file);
  };
  return (
    <Box>
      <Flex
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={onDrop}
        align="center"
        gap={3}
        borderWidth="2px"
        borderStyle="dashed"
        borderColor={over ? "spruce" : message ? "ember" : "rime"}
        borderRadius="control"
        px={4}
        py={4}
      >
        <FileAudio size={26} aria-hidden />
        <Box flex={1} minW={0}>
          {chosen ? (
            <>
              <Text fontWeight={700} truncate>
                {chosen.file.name}
              </Text>
              <Text color="muted" fontSize="14px">
                {layoutLine(chosen.layout)}
              </Text>
            </>
          ) : (
            <Text color="muted">
              Drop a WAV of the volts across the load here, 1 kHz raised in steps
            </Text>
          )}
        </Box>
        <ActionButton type="button" onClick={() => input.current?.click()}>
          Choose file
        </ActionButton>
        <input
          ref={input}
          type="file"
          accept=".wav,audio/wav,audio/x-wav"
          hidden
          data-testid="wav-file"
          onChange={(event) => event.target.files?.[0] && onFile(event.target.files[0])}
        />
      </Flex>
      {message && (
        <Text role="alert" color="ember" fontWeight={500} mt={1.5}>
          {message}
        </Text>
      )}
    </Box>
  );
}

const layoutLine = ({ sampleRateHz, channelCount, encoding, frameCount }: WavLayout): string =>
  `${formatSignificant(frameCount / sampleRateHz, 3)} s at ${formatHertz(sampleRateHz)}, ${channelCount === 1 ? "one channel" : `${channelCount} channels`}, ${encoding.replace(/(\d+)/, " $1 bit").replace("int", "integer,").replace("float", "float,")}`;
