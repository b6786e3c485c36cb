"use client";
import { Box, Grid, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useState } from "react";
import { useForm, useWatch, type UseFormRegister } from "react-hook-form";
import { RUN_KINDS, type RunKind, type TypedReading, type TypedReadings } from "@/core/run";
import { formatPercent } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import {
  ANALYSIS_VERSION,
  runConditions,
  type Amplifier,
  type Details,
  type KeptInstrument,
  type Load,
  type RunDraft,
  type Setup,
} from "@/records";
import { chosenSetup, namedSetup, type NamedSetup } from "@/records/facts";
import { callback, startJob } from "@/workers/benchClient";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { ChoiceField, FormMessage, QuantityField, TextField } from "../parts/fields";
import { Panel } from "../parts/Panel";
import { useShownSetup } from "../frame/chainState";
import { SetupChoices, SetupTexts } from "../parts/SetupFields";
import { typedSchema, type TypedTexts, type TypedValues } from "./benchSchemas";
import { loadChoice } from "./loadChoice";
import { settingTexts } from "./settingsForm";
import { storeRun, UploadFailed } from "./uploadRun";
import { useRunId } from "./useRunId";

export type TypedInProps = {
  kind: RunKind;
  amplifier: Amplifier;
  loads: readonly Load[];
  details: Details;
  /** As planned, else as the last reading was taken. */
  first: { channelsDriven: number; setup: Setup };
  /** The one that the rig names. */ voltmeter: Pick<
    KeptInstrument,
    "name" | "accuracyRatio"
  > | null;
  onStored(runId: string): void;
};

/** A hand meter, where the rig names none. Common practice. */
const USUAL_ACCURACY_RATIO = 0.01;

/** Readings typed off a meter, channel by channel. */
export function TypedIn(props: TypedInProps) {
  const { title, typed } = RUN_KINDS[props.kind];
  return typed ? (
    <TypedForm {...props} definition={typed} />
  ) : (
    <EmptyState
      title="This run needs a recording"
      text={`${title} is computed from the waveform; a meter reading is not enough. Record it, play it on the simulated bench, or choose another run above.`}
    />
  );
}

/** What the fields of a channel hold before anything is typed: choices are made, numbers are not. */
const usualTexts = ({ fields }: TypedReading): Record<string, string> =>
  Object.fromEntries(
    Object.entries(settingTexts(fields)).map(([name, text]) => [name, text === "0" ? "" : text]),
  );

function TypedForm({
  kind,
  amplifier,
  loads,
  details,
  first,
  voltmeter,
  onStored,
  definition,
}: TypedInProps & { definition: TypedReading }) {
  const runId = useRunId();
  const [message, setMessage] = useState<string | null>(null);
  const [setup, setSetup] = useState(first.setup);
  useShownSetup(chosenSetup(setup, details));
  const usual = usualTexts(definition);
  const mostChannels = Math.max(...loads.map(({ channels }) => channels.length));
  const { register, handleSubmit, control, formState } = useForm<TypedTexts, unknown, TypedValues>({
    resolver: yupResolver(typedSchema(definition.fields, amplifier.channelCount)) as never,
    mode: "onChange",
    defaultValues: {
      loadId: loads[0].id,
      channelsDriven: String(first.channelsDriven),
      meter: voltmeter?.name ?? "",
      accuracy: formatPercent(voltmeter?.accuracyRatio ?? USUAL_ACCURACY_RATIO, 2),
      channels: Array.from({ length: mostChannels }, () => usual),
    },
  });
  const { errors } = formState;
  const loadId = useWatch({ control, name: "loadId" });
  const load = loads.find(({ id }) => id === loadId) ?? loads[0];
  const { isOfWholeAmplifier, takesMeterOnly, worksInto } = RUN_KINDS[kind];
  const isCommon = isOfWholeAmplifier ?? takesMeterOnly ?? false;
  const store = handleSubmit(async (values) => {
    setMessage(null);
    try {
      const run = await runFromReadings(
        {
          id: runId.current(),
          kind,
          load,
          setUp: namedSetup({ ...setup, driven: [...values.channelsDriven.places] }, details),
        },
        { ...values, channels: values.channels.slice(0, isCommon ? 1 : load.channels.length) },
        usual,
      );
      if (typeof run === "string") return setMessage(run);
      const stored = await storeRun(amplifier.id, run, new AbortController().signal);
      runId.stored();
      onStored(stored);
    } catch (error) {
      setMessage(
        error instanceof UploadFailed
          ? error.message
          : "This could not be saved; your entries are still here. Try again.",
      );
    }
  });
  return (
    <Panel maxW="820px">
      <Box as="form" aria-label="Readings" {...{ noValidate: true, onSubmit: store }}>
        <Grid templateColumns="1.4fr 1fr 1fr 1fr" gap={3} mb={2}>
          {!worksInto && (
            <ChoiceField
              id="typed-load"
              label="Load"
              field={register("loadId")}
              choices={loads.map(loadChoice)}
            />
          )}
          <QuantityField
            id="typed-driven"
            label="Channels driven"
            unit={`of ${amplifier.channelCount}`}
            field={register("channelsDriven")}
            error={errors.channelsDriven}
          />
          <TextField
            id="typed-meter"
            label="Meter"
            field={register("meter")}
            placeholder="hand meter"
          />
          <QuantityField
            id="typed-accuracy"
            label="Accuracy, ±"
            field={register("accuracy")}
            error={errors.accuracy}
          />
          <SetupChoices
            id="typed-setup"
            details={details}
            channelCount={amplifier.channelCount}
            setup={setup}
            onChange={setSetup}
          />
          <SetupTexts id="typed-setup" {...{ details, setup }} onChange={setSetup} />
        </Grid>
        {load.channels.slice(0, isCommon ? 1 : undefined).map((_, k) => (
          <ChannelReadings
            key={k}
            index={k}
            title={isCommon ? null : `Channel ${channelLetter(k)}${k > 0 ? ", if measured" : ""}`}
            definition={definition}
            register={register}
            errorOf={(name) => errors.channels?.[k]?.[name]?.message}
          />
        ))}
        <FormMessage>{message}</FormMessage>
        <ActionButton tone="primary" type="submit" mt={4} disabled={formState.isSubmitting}>
          Save readings
        </ActionButton>
      </Box>
    </Panel>
  );
}

function ChannelReadings({
  index,
  title,
  definition,
  register,
  errorOf,
}: {
  index: number;
  title: string | null;
  definition: TypedReading;
  register: UseFormRegister<TypedTexts>;
  errorOf(name: string): string | undefined;
}) {
  return (
    <Box borderTopWidth="1px" borderColor="rime" pt={2} mt={2}>
      {title && <Text fontWeight={700}>{title}</Text>}
      <Grid templateColumns="repeat(auto-fill, minmax(190px, 1fr))" gap={3} alignItems="start">
        {definition.fields.map((field) => (
          <QuantityField
            key={field.name}
            id={`typed-${index}-${field.name}`}
            label={field.label}
            unit={field.kind === "quantity" ? field.unit : ""}
            field={register(`channels.${index}.${field.name}`)}
            error={errorOf(field.name)}
          />
        ))}
      </Grid>
    </Box>
  );
}

/** A loudspeaker may dip to 80 % of its rated impedance. @see IEC 60268-5 (rated impedance); from memory */
const SPEAKER_RATIO = 0.2;

/** The loudspeaker that was typed, in place of a dummy load. */
const speakerOf = ({ ohms }: TypedValues["channels"][number]): Load => {
  const nominalOhms = ohms ?? 8;
  const channel = { ohms: nominalOhms, ohmsExpandedUncertainty: SPEAKER_RATIO * nominalOhms };
  return { id: "loudspeaker", nominalOhms, channels: [channel] };
};

/** The run that the readings make, or what is missing. Channels that were not read are left out; the first always counts. */
const runFromReadings = async (
  { id, kind, load, setUp }: { id: string; kind: RunKind; load: Load; setUp: NamedSetup },
  { channels, channelsDriven, accuracy, meter }: TypedValues,
  usual: Readonly<Record<string, string>>,
): Promise<RunDraft | string> => {
  const filled = channels
    .map((values, k) => ({ values, k }))
    .filter(
      ({ values, k }) =>
        k === 0 ||
        Object.entries(values).some(
          ([name, value]) => typeof value === "number" && String(value) !== usual[name],
        ),
    );
  const into = RUN_KINDS[kind].worksInto ? speakerOf(channels[0]) : load;
  const whole = runConditions({
    load: into,
    channelsDriven: channelsDriven.count,
    setUp,
    fullScaleVolts: 1,
    mainsHz: 50,
    voltsAccuracyRatio: accuracy,
  });
  const conditions = { ...whole, channels: filled.map(({ k }) => whole.channels[k]) };
  const readings = filled.map(({ values }): TypedReadings =>
    Object.fromEntries(Object.entries(values).map(([name, value]) => [name, value ?? undefined])),
  );
  const outcome = await startJob((worker) =>
    worker.readRun(
      {
        kind,
        settings: {},
        instrument: { kind: "typed", readings },
        loads: conditions.channels,
        secondLoads: null,
        ratedWatts: null,
      },
      callback(() => {}),
    ),
  ).finished;
  if (!outcome.ok) return `${outcome.finding.where}: ${outcome.finding.advice}`;
  return {
    id,
    kind,
    source: "typed",
    sourceDetail: meter.trim() || "a meter",
    conditions: {
      ...conditions,
      readWith: { ratedWatts: null, secondChannels: null, shots: [], typed: readings },
    },
    result: { kind, channels: outcome.value },
    analysisVersion: ANALYSIS_VERSION,
    captures: [],
  };
};
