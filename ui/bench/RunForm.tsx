"use client";
import { Box, Flex, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { CATALOGUE, catalogueTitle, type CatalogueName } from "@/bench/catalogue";
import { claimedWatts } from "@/core/claim";
import type { SinkFacts } from "@/core/drive";
import { RUN_KINDS, type RunKind } from "@/core/run";
import { parseNumber } from "@/core/units";
import {
  drivenIn,
  isBridgedRun,
  type Amplifier,
  type BenchJob,
  type StatedPower,
  type Details,
  type Guards,
  type Load,
  type Setup,
} from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { useKeys } from "../parts/keys";
import { newId } from "../parts/newId";
import { Panel } from "../parts/Panel";
import { ChoiceField, FormMessage, QuantityField } from "../parts/fields";
import { runFormSchema, type RunFormTexts, type RunFormValues } from "./benchSchemas";
import { GuardsNote } from "./GuardsNote";
import {
  chosenSetup,
  claimsMadeFor,
  namedSetup,
  setupFromText,
  sinkOn,
  takenLevel,
  type FoundLimit,
  type SinkForecasts,
} from "@/records/facts";
import { useShownSetup } from "../frame/chainState";
import { ConnectPanel } from "./ConnectPanel";
import { useBenchEngine } from "./engine/BenchEngine";
import { CannotSee } from "./CannotSee";
import { Through } from "./Through";
import { LiveDrive } from "./live/LiveDrive";
import { loadChoice } from "./loadChoice";
import { onSimulated, type PlayedOn } from "./playedOn";
import { whyNotJoined } from "./whyNotJoined";
import { runsOfSet, setLabel, MOST_RUNS } from "./runSets";
import { NO_SET, SetFields } from "./SetFields";
import { settingTexts } from "./settingsForm";
import { SettingsFields } from "./SettingsFields";
import { SetupChoices, SetupTexts } from "../parts/SetupFields";
import { NEAREST } from "./simulation/nearest";

export type RunFormProps = {
  kind: RunKind;
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  details: Details;
  guards: Guards;
  channelsDriven: number | null;
  /** As planned, else as the last reading was taken. */
  firstSetup: Setup;
  /** What sweeps have found. */
  found: readonly FoundLimit[];
  sinks: SinkForecasts;
  /** What it is really played on; null for the simulated bench. */
  real: PlayedOn | null;
  onStored(runId: string): void;
};

/** The load that a run is made for, where several are there. */
const usualLoad = (kind: RunKind, loads: readonly Load[]): Load =>
  RUN_KINDS[kind].takesLowestLoad
    ? loads.reduce((least, load) => (load.nominalOhms < least.nominalOhms ? load : least))
    : loads[0];

/** The form, what follows from it at the moment, and the runs that come of it. */
const useRunForm = ({
  kind,
  amplifier,
  claims,
  loads,
  details,
  found,
  sinks,
  real,
  channelsDriven: planned,
  firstSetup,
}: RunFormProps) => {
  const [setup, setSetup] = useState(firstSetup);
  const { fields } = RUN_KINDS[kind];
  const loadOf = (loadId: string): Load => loads.find(({ id }) => id === loadId) ?? loads[0];
  const playedOn = (simulated: string): PlayedOn => real ?? onSimulated(simulated as CatalogueName);
  const mostChannelsOf = (simulated: string, loadId: string): number =>
    Math.min(loadOf(loadId).channels.length, playedOn(simulated).channelCount);
  const usual = usualLoad(kind, loads);
  const form = useForm<RunFormTexts, unknown, RunFormValues>({
    resolver: yupResolver(runFormSchema(fields, amplifier.channelCount, mostChannelsOf)) as never,
    mode: "onChange",
    defaultValues: {
      simulated: NEAREST[amplifier.kind],
      loadId: usual.id,
      channelsDriven: String(
        Math.min(
          planned ?? amplifier.channelCount,
          mostChannelsOf(NEAREST[amplifier.kind], usual.id),
        ),
      ),
      settings: settingTexts(fields),
      set: NO_SET,
    },
  });
  const [simulated, loadId, channelsText, frequencyText] = useWatch({
    control: form.control,
    name: ["simulated", "loadId", "channelsDriven", "settings.frequencyHz"],
  });
  const load = loadOf(loadId);
  const second = loads.find(({ id }) => id !== load.id) ?? null;
  const mostChannels = mostChannelsOf(simulated, loadId);
  const isBridged = isBridgedRun(kind, setup);
  const driven = drivenIn(channelsText, amplifier.channelCount) ?? { count: 1, places: [] };
  const connected: Setup = isBridged ? { ...setup, connection: "bridged" } : setup;
  const whyNot = whyNotJoined(playedOn(simulated), connected);
  const setUp = namedSetup({ ...connected, driven: [...driven.places] }, details);
  const meant = claimsMadeFor(setUp.setting, claims);
  const ratedWatts = claimedWatts(load.nominalOhms, meant, isBridged);
  const level = takenLevel(load.nominalOhms, meant, found, isBridged);
  // The simulated bench knows how warm its own is.
  const sinkOf = (count: number) => real && sinkOn(sinks, load.id, count);
  const runsOf = ({ set, channelsDriven, settings }: RunFormValues) => {
    const places = set.channelCounts.length > 0 ? [] : [...channelsDriven.places];
    const now = { ...connected, driven: places };
    const one: BenchJob = {
      id: newId(),
      kind,
      rig: {},
      loadId: load.id,
      secondLoadId: second?.id ?? null,
      channelsDriven: channelsDriven.count,
      settings,
      ...namedSetup(now, details),
      ratedWatts,
      level: level && { watts: level.watts, from: level.from },
      seed: 1,
      set: null,
      sink: sinkOf(channelsDriven.count),
    };
    return runsOfSet(one, set, setLabel(RUN_KINDS[kind].title, set), newId).map((job) => ({
      ...job,
      ...setUpAs(job, now, details),
      ...playedOn(simulated).job(job.setting, details.supplies),
    }));
  };
  return {
    form,
    simulated,
    played: playedOn(simulated),
    load,
    second,
    mostChannels,
    level,
    setup,
    setSetup,
    setUp,
    /** A bridged run joins them whatever is chosen. */
    joinableCount: RUN_KINDS[kind].isBridged ? 1 : amplifier.channelCount,
    whyNot,
    canPlay: whyNot === null && !playedOn(simulated).isHeld,
    runsOf,
    sinkOf,
    channelsDriven: Math.min(mostChannels, driven.count),
    frequencyHz: parseNumber(frequencyText ?? "") ?? 1000,
  };
};

/** One run on a bench that plays: at once with one key at the defaults, or with other settings, by hand, or over a set. */
export function RunForm(props: RunFormProps) {
  const { kind, amplifier, loads, details, guards, onStored } = props;
  const engine = useBenchEngine();
  const { form, played, load, second, level, channelsDriven, ...shown } = useRunForm(props);
  useShownSetup(chosenSetup(shown.setUp.setup, props.details));
  const { register, formState } = form;
  const { byHand, fields } = RUN_KINDS[kind];
  const [isOpen, setOpen] = useState(false);
  const [isByHand, setByHand] = useState(byHand === "first");
  const [message, setMessage] = useState<string | null>(null);
  const { connection, driven } = shown.setUp.setup;
  const canByHand = byHand !== undefined && shown.canPlay;
  const start = form.handleSubmit(
    (values) => {
      if (shown.whyNot) return setMessage(shown.whyNot);
      const runs = shown.runsOf(values);
      if (runs.length > MOST_RUNS)
        return setMessage(`That makes ${runs.length} runs; a set may have up to ${MOST_RUNS}.`);
      setMessage(null);
      engine.start(runs);
    },
    (errors) => {
      setMessage("One of the settings is invalid; see the message below its field.");
      if (errors.set) setOpen(true);
    },
  );
  useKeys([
    { key: "r", label: "Start run", run: () => document.getElementById("run-it")?.click() },
    ...(canByHand
      ? [{ key: "m", label: "By hand, live", run: () => setByHand((now) => !now) }]
      : []),
  ]);
  return (
    <Grid
      templateColumns={{ base: "minmax(0, 1fr) 300px", xl: "minmax(0, 1fr) 350px" }}
      gap={4}
      alignItems="start"
    >
      <Flex direction="column" gap={3} minW={0}>
        {isByHand && canByHand && (
          <Panel>
            <LiveDrive
              // What is on is switched off where it would play into something else.
              key={[shown.simulated, load.id, channelsDriven, connection, ...driven].join()}
              kind={kind}
              amplifier={amplifier}
              played={played}
              load={load}
              guards={guards}
              sink={shown.sinkOf(channelsDriven)}
              setUp={shown.setUp}
              channelsDriven={channelsDriven}
              frequencyHz={shown.frequencyHz}
              onStored={onStored}
            />
          </Panel>
        )}
        <Panel>
          <Box as="form" aria-label="Run" {...{ noValidate: true, onSubmit: start }}>
            <Grid templateColumns="1.4fr 1.2fr 0.7fr" gap={3} mb={3}>
              {played.through ? (
                <Through through={played.through} />
              ) : (
                <ChoiceField
                  id="simulated-amplifier"
                  label="Simulated amplifier"
                  field={register("simulated")}
                  choices={CATALOGUE.map((name) => ({ value: name, label: catalogueTitle(name) }))}
                />
              )}
              <ChoiceField
                id="load"
                label="Load"
                field={register("loadId")}
                choices={loads.map(loadChoice)}
              />
              <QuantityField
                id="channels"
                label="Channels driven"
                unit={`of ${shown.mostChannels}`}
                field={register("channelsDriven")}
                error={formState.errors.channelsDriven}
              />
              <SetupChoices
                id="setup"
                details={details}
                channelCount={shown.joinableCount}
                setup={shown.setup}
                onChange={shown.setSetup}
              />
            </Grid>
            <SettingsFields
              fields={fields}
              bind={(name) => register(`settings.${name}`)}
              errorOf={(name) => formState.errors.settings?.[name]}
            />
            {isOpen && <MoreFields form={form} {...shown} {...{ loads, details }} />}
            <FormMessage>{message ?? undefined}</FormMessage>
            <HStack mt={4} gap={2} wrap="wrap">
              <ActionButton
                id="run-it"
                tone="primary"
                type="submit"
                hotkey="R"
                disabled={engine.state.job !== null || played.isHeld || !played.makes(kind)}
              >
                {byHand === "first" ? "Find the limit" : "Start run"}
              </ActionButton>
              {canByHand && (
                <ActionButton
                  aria-pressed={isByHand}
                  hotkey="M"
                  onClick={() => setByHand((now) => !now)}
                >
                  By hand, live
                </ActionButton>
              )}
              <ActionButton aria-expanded={isOpen} onClick={() => setOpen((now) => !now)}>
                {isOpen ? "Fewer settings" : "Input, series, repeats"}
              </ActionButton>
            </HStack>
          </Box>
        </Panel>
      </Flex>
      <Beside
        {...props}
        sink={shown.sinkOf(channelsDriven)}
        load={load}
        second={second}
        levelText={level?.text}
        channels={channelsDriven}
      />
    </Grid>
  );
}

/** Input, level control, repeats and sets, which are seldom changed. */
function MoreFields({
  form,
  setup,
  setSetup,
  ...set
}: Pick<ReturnType<typeof useRunForm>, "form" | "setup" | "setSetup"> &
  Pick<RunFormProps, "loads" | "details">) {
  return (
    <>
      <Grid templateColumns="repeat(3, minmax(0, 1fr))" gap={3} mt={3}>
        <SetupTexts id="setup" {...{ setup }} details={set.details} onChange={setSetup} />
      </Grid>
      <SetFields form={form} loads={set.loads} details={set.details} />
    </>
  );
}

/** Of a set over settings each run has its own; input and level control stay as they are. */
const setUpAs = ({ setting }: BenchJob, setup: Setup, details: Details) => {
  const own = namedSetup(setup, details);
  if (setting === own.setting || setup.connection !== "normal") return {};
  const { input, levelControl, warmth, mains, driven } = setup;
  const kept = { input, levelControl, warmth, mains, driven };
  return namedSetup({ ...setupFromText(setting, details), ...kept }, details);
};

type BesideProps = Pick<RunFormProps, "kind" | "amplifier" | "guards" | "real"> & {
  sink: SinkFacts | null;
  load: Load;
  second: Load | null;
  levelText: string | undefined;
  channels: number;
};

/** What the run is for, what to connect, and what it cannot see. */
function Beside({
  kind,
  amplifier,
  guards,
  sink,
  real,
  load,
  second,
  levelText,
  channels,
}: BesideProps) {
  return (
    <Flex direction="column" gap={3}>
      <Panel>
        <Heading as="h2" fontSize="18px">
          {RUN_KINDS[kind].title}
        </Heading>
        <Text color="muted" mt={1}>
          Yields {RUN_KINDS[kind].yields}.
        </Text>
        {levelText && (
          <Text fontSize="14.5px" mt={2}>
            {levelText}
          </Text>
        )}
      </Panel>
      {real && <CannotSee unseen={real.unseen(kind)} />}
      <ConnectPanel kind={kind} load={load} second={second} channelsDriven={channels} />
      <GuardsNote amplifierId={amplifier.id} load={load} guards={guards} sink={sink} />
    </Flex>
  );
}
