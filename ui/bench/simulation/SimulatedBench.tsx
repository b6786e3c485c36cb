"use client";
import { Box, Flex, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useMemo, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import {
  fromCatalogue,
  instrumentFacts,
  mended,
  panelOf,
  renamed,
  withFaultsOf,
  type AdjustableDescription,
  type CatalogueName,
} from "@/bench/catalogue";
import { changeCount } from "@/bench/panel";
import { formatSignificant, parseNumber } from "@/core/units";
import type { Amplifier, Details, Load, StatedPower } from "@/records";
import { fittingClaims } from "@/records/facts";
import { ActionButton } from "../../parts/ActionButton";
import { useKeys } from "../../parts/keys";
import { Panel } from "../../parts/Panel";
import { ChoiceField, FormMessage, QuantityField } from "../../parts/fields";
import { simulationSchema, type SimulationSettings } from "../benchSchemas";
import { loadChoice } from "../loadChoice";
import { rigOn } from "../rigOn";
import { AmplifierPicker } from "./AmplifierPicker";
import { NEAREST } from "./nearest";
import { Parameters } from "./Parameters";
import { PredictedCurve, predictedLabel, PredictedReadings } from "./PredictedCurve";
import { predictionRun } from "./predictionRun";
import { usePrediction } from "./usePrediction";

export type Simulation = {
  amplifier: object;
  load: Load;
  channelsDriven: number;
  lastVoltsRms: number;
};
export type SimulatedBenchProps = {
  amplifier: Amplifier;
  /** As planned; null for the default. */ channelsDriven: number | null;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  /** The supply or switch that is not as supplied, as lists name it. */
  setting: string;
  supplies: Details["supplies"];
  busy: boolean;
  onStart(simulation: Simulation): void;
};

/** An amplifier of the catalogue on the supply, or with the switch thrown, that a setting names. */
const setUpAs = (
  name: CatalogueName,
  setting: string,
  supplies: Details["supplies"],
): AdjustableDescription => {
  const described = fromCatalogue(name);
  return { ...described, amplifier: rigOn(described.amplifier, setting, supplies) };
};

/** The amplifier that is chosen, set up so, and what has been changed of it. */
const useSetUp = (first: CatalogueName, setting: string, supplies: Details["supplies"]) => {
  const [name, setName] = useState<CatalogueName>(first);
  const original = useMemo(() => setUpAs(name, setting, supplies), [name, setting, supplies]);
  const [instrument, setInstrument] = useState<AdjustableDescription>(original);
  const choose = (next: CatalogueName) => {
    setName(next);
    setInstrument(setUpAs(next, setting, supplies));
  };
  return { name, choose, original, instrument, setInstrument };
};

/** The bench that ships with Rimebank: pick an amplifier, change what it is made of, see at once what it would do, and run the sweep. */
export function SimulatedBench({
  amplifier,
  channelsDriven: plannedChannels,
  claims,
  loads,
  setting,
  supplies,
  busy,
  onStart,
}: SimulatedBenchProps) {
  const { name, choose, original, instrument, setInstrument } = useSetUp(
    NEAREST[amplifier.kind],
    setting,
    supplies,
  );
  const panel = useMemo(() => panelOf(instrument), [instrument]);
  const asShipped = useMemo(() => panelOf(original), [original]);
  const { channelCount, mainsHz } = useMemo(() => instrumentFacts(instrument), [instrument]);
  const { register, handleSubmit, formState, control } = useForm<
    Record<keyof SimulationSettings, string>,
    unknown,
    SimulationSettings
  >({
    resolver: yupResolver(simulationSchema) as never,
    defaultValues: {
      loadId: loads[0]?.id ?? "",
      channelsDriven: String(plannedChannels ?? Math.min(2, amplifier.channelCount)),
      lastVoltsRms: "",
    },
  });
  const { errors } = formState;
  const [loadId, channelsText, lastText] = useWatch({
    control,
    name: ["loadId", "channelsDriven", "lastVoltsRms"],
  });
  const load = loads.find(({ id }) => id === loadId) ?? loads[0];
  const channelsDriven = Math.max(
    1,
    Math.min(load.channels.length, channelCount, Math.round(parseNumber(channelsText) ?? 1)),
  );
  const askedVolts = parseNumber(lastText);
  const lastVoltsRms = askedVolts !== null && askedVolts > 0 ? askedVolts : null;
  const request = useMemo(
    () => ({
      instrument,
      loadOhms: load.channels.map(({ ohms }) => ohms),
      channelsDriven,
      lastVoltsRms,
    }),
    [instrument, load, channelsDriven, lastVoltsRms],
  );
  const { prediction, message, isBehind } = usePrediction(request);

  const start = handleSubmit(({ channelsDriven: driven }) => {
    const drive = lastVoltsRms ?? prediction?.lastVoltsRms;
    if (drive)
      onStart({
        amplifier: (changeCount(panel, asShipped) > 0
          ? renamed(instrument, `${asShipped.title}, changed`)
          : instrument
        ).amplifier,
        load,
        channelsDriven: Math.min(driven, load.channels.length),
        lastVoltsRms: drive,
      });
  });
  useKeys(useMemo(() => [{ key: "r", label: "Run the sweep", run: () => void start() }], [start]));

  return (
    <Grid
      as="form"
      {...{ onSubmit: start, noValidate: true }}
      aria-label="Simulated bench"
      templateColumns={{
        base: "160px minmax(0, 1fr) 220px",
        lg: "170px minmax(0, 1fr) 240px",
        xl: "216px minmax(0, 1fr) 292px",
      }}
      templateRows="minmax(0, 1fr)"
      gap={3.5}
      minH="500px"
      h="calc(100dvh - 316px)"
    >
      <Panel display="flex" flexDirection="column" minH={0} px={2} py={2.5}>
        <AmplifierPicker chosen={name} onChoose={choose} />
      </Panel>
      <Panel display="flex" flexDirection="column" minH={0}>
        <Predicted
          prediction={prediction}
          isBehind={isBehind}
          load={load}
          channelsDriven={channelsDriven}
          claims={claims}
          title={panel.title}
          mainsHz={mainsHz}
        />
        <FormMessage>{message ?? undefined}</FormMessage>
        <Grid templateColumns="1.35fr 0.8fr 1fr" gap={3} mt={2} alignItems="start">
          <ChoiceField
            label="Load"
            field={register("loadId")}
            error={errors.loadId}
            choices={loads
              .map(loadChoice)
              .map(({ value, label }) => ({ value, label: label.replace(" measured", "") }))}
          />
          <QuantityField
            label="Channels driven"
            field={register("channelsDriven")}
            error={errors.channelsDriven}
            unit={`of ${Math.min(load.channels.length, channelCount)}`}
          />
          <QuantityField
            label="Maximum drive"
            field={register("lastVoltsRms")}
            error={errors.lastVoltsRms}
            unit="V RMS"
            placeholder={prediction ? formatSignificant(prediction.lastVoltsRms, 2) : ""}
          />
        </Grid>
        <HStack mt={3} gap={3}>
          <ActionButton tone="primary" type="submit" hotkey="R" disabled={busy || !prediction}>
            Run the sweep
          </ActionButton>
          <Text color="muted" fontSize="13.5px">
            No hardware is driven. 40 levels are simulated sample by sample and analysed like any
            recording.
          </Text>
        </HStack>
      </Panel>
      <Panel display="flex" flexDirection="column" minH={0}>
        {asShipped.faults.length > 0 && (
          <Fault
            key={name}
            faults={asShipped.faults}
            isMended={panel.faults.length === 0}
            onMend={() => setInstrument(mended(instrument))}
            onBreak={() => setInstrument(withFaultsOf(instrument, original))}
          />
        )}
        <Parameters instrument={instrument} original={original} onChange={setInstrument} />
      </Panel>
    </Grid>
  );
}

type PredictedProps = {
  prediction: ReturnType<typeof usePrediction>["prediction"];
  isBehind: boolean;
  load: Load;
  channelsDriven: number;
  claims: readonly StatedPower[];
  title: string;
  mainsHz: number;
};

function Predicted({
  prediction,
  isBehind,
  load,
  channelsDriven,
  claims,
  title,
  mainsHz,
}: PredictedProps) {
  if (!prediction)
    return (
      <Flex flex={1} align="center" justify="center">
        <Text color="muted">Computing what {title} would do…</Text>
      </Flex>
    );
  const run = predictionRun(prediction, load, channelsDriven, mainsHz);
  const claim = fittingClaims(run, claims)[0] ?? null;
  return (
    <>
      <Flex justify="space-between" align="start" columnGap={4} rowGap={1} wrap="wrap">
        <Box flex="1 1 140px" minW={0}>
          <Heading as="h2" fontSize="17px">
            {title}
          </Heading>
          <Text color="muted" fontSize="14px">
            Predicted {predictedLabel(run, claim)}
          </Text>
        </Box>
        <Box minW={0} opacity={isBehind ? 0.6 : 1} aria-live="polite">
          <PredictedReadings run={run} claim={claim} />
        </Box>
      </Flex>
      <PredictedCurve run={run} claim={claim} name={title} />
    </>
  );
}

/** One with something wrong: to be found first, then shown, then repaired to see the difference. */
function Fault({
  faults,
  isMended,
  onMend,
  onBreak,
}: {
  faults: readonly string[];
  isMended: boolean;
  onMend(): void;
  onBreak(): void;
}) {
  const [isKnown, setBackups] = useState(false);
  return (
    <Box
      bg="ochreWash"
      borderLeftWidth="4px"
      borderColor="ochre"
      borderRadius="6px"
      px={3}
      py={2.5}
      mb={3}
    >
      <Text fontWeight={700} fontSize="14.5px">
        {isKnown ? `${faults.join("; ")}.` : "This amplifier has a fault."}
      </Text>
      <HStack mt={1.5}>
        {isKnown ? (
          <ActionButton minH="34px" px={3} fontSize="13.5px" onClick={isMended ? onBreak : onMend}>
            {isMended ? "Undo repair" : "Repair and compare"}
          </ActionButton>
        ) : (
          <ActionButton minH="34px" px={3} fontSize="13.5px" onClick={() => setBackups(true)}>
            Show the fault
          </ActionButton>
        )}
      </HStack>
    </Box>
  );
}
