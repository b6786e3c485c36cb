"use client";
import { Box, Flex, Grid, Heading, HStack, Tabs } from "@chakra-ui/react";
import { ArrowRight } from "lucide-react";
import dynamic from "next/dynamic";
import { fetched } from "../parts/fetched";
import { PageLink } from "../parts/PageLink";
import { useMemo, useState } from "react";
import { cautionsFor } from "@/core/safety";
import { amplitudeRatioToDb, formatFixed, formatSignificant, parseNumber } from "@/core/units";
import {
  amplifierName,
  PROBES,
  type Amplifier,
  type AudioInterfaces,
  type StatedPower,
  type Details,
  type FieldErrors,
  type ForecastSettings,
  type KeptInstrument,
  type InstrumentAddress,
  type NetworkInstruments,
  type Instruments,
  type Load,
  type Rig,
  type Plan,
  type RigSettings,
  type Used,
} from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { CheckField, ChoiceField, held } from "../parts/fields";
import { KeptMark } from "../parts/KeptMark";
import { Panel } from "../parts/Panel";
import {
  safetyFacts,
  expectedPeak,
  chosenInstrument,
  dividerText,
  networkInUse,
} from "@/records/facts";
import { typed } from "../parts/typed";
import { saveDocument } from "../parts/saves";
import { useAutosave } from "../parts/useAutosave";
import type { AudioTexts } from "../audio/levels/AudioTab";
import { CalibrationPanel, type CalibrationText } from "./CalibrationPanel";
import { DividerPanel } from "./DividerPanel";
import { GuardsPanel, guardTexts, type GuardTexts } from "./GuardsPanel";
import { InstrumentList } from "./InstrumentList";
import { OverdueInstruments } from "./OverdueInstruments";
import { LoopPanel } from "./LoopPanel";
import { RigChoice } from "./RigChoice";
import { ReadingsChoice } from "./ReadingsChoice";
import { SafetyGate } from "./SafetyGate";
import { WiringDrawing } from "./WiringDrawing";

/** Fetched when it is opened: it brings what opens and plays through an interface. */
const NetworkTab = fetched(
  () => import("../network/NetworkTab").then((module) => module.NetworkTab),
  dynamic(() => import("../network/NetworkTab").then((module) => module.NetworkTab)),
);
const AudioTab = fetched(
  () => import("../audio/levels/AudioTab").then((module) => module.AudioTab),
  dynamic(() => import("../audio/levels/AudioTab").then((module) => module.AudioTab)),
);

export type RigScreenProps = {
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  details: Details;
  forecastSettings: ForecastSettings;
  rig: RigSettings;
  plan: Plan;
  instruments: Instruments;
  /** All rigs of the workshop. */
  rigs: readonly Used<Rig>[];
  interfaces: AudioInterfaces;
  network: NetworkInstruments;
  /** Where instruments of the network are reached from this machine. */
  addresses: readonly InstrumentAddress[];
  /** The tab that it begins with. */
  firstTab: string | null;
};

/** Numbers as text until the schema has read them. */
type RigDraft = Omit<
  RigSettings,
  keyof CalibrationText | "upperOhms" | "lowerOhms" | "guards" | "audio"
> &
  CalibrationText & {
    upperOhms: string;
    lowerOhms: string;
    guards: GuardTexts;
    audio: AudioTexts;
  };

const asDraft = ({ revision: _, ...rig }: RigSettings): RigDraft => ({
  ...rig,
  guards: guardTexts(rig.guards),
  audio: {
    mostVoltsRms: typed(rig.audio.mostVoltsRms),
    riseDbPerSecond: typed(rig.audio.riseDbPerSecond),
    mainsHz: String(rig.audio.mainsHz),
  },
  upperOhms: typed(rig.upperOhms),
  lowerOhms: typed(rig.lowerOhms),
  meterVoltsRms: typed(rig.meterVoltsRms),
  meterHz: typed(rig.meterHz),
  recordedRatio: rig.recordedRatio
    ? `${formatFixed(amplitudeRatioToDb(rig.recordedRatio), 3).replace("−", "-")} dB`
    : "",
});

/** What is connected where, whether it is safe, and what a reading will be worth. */
export function RigScreen(props: RigScreenProps) {
  const { amplifier, rig, instruments } = props;
  const [draft, setDraft] = useState<RigDraft>(() => asDraft(rig));
  const [errors, setErrors] = useState<FieldErrors>({});
  const [tab, setTab] = useState(props.firstTab ?? "wiring");
  const autosave = useAutosave({
    name: `rig of ${amplifier.id}`,
    value: draft,
    restore: setDraft,
    revision: rig.revision,
    asDraft,
    save: async (content, revision) => {
      const outcome = await saveDocument(amplifier.id, "rig", { ...content, revision });
      setErrors(outcome.ok ? {} : outcome.errors);
      return outcome;
    },
  });
  const set = (change: Partial<RigDraft>) => setDraft((before) => ({ ...before, ...change }));
  return (
    <Tabs.Root
      value={tab}
      onValueChange={({ value }) => setTab(value)}
      lazyMount
      unmountOnExit
      variant="line"
      colorPalette="teal"
    >
      <Flex
        justify="space-between"
        align="center"
        mb={3.5}
        borderBottomWidth="1px"
        borderColor="rime"
      >
        <Tabs.List borderBottomWidth={0}>
          {[
            ["wiring", "Wiring and safety"],
            ["reading", "Divider and calibration"],
            ["audio", "Audio interface"],
            ["network", "Network instruments"],
            ["instruments", `Instruments (${instruments.instruments.length})`],
          ].map(([value, label]) => (
            <Tabs.Trigger
              key={value}
              value={value}
              fontSize="16px"
              fontWeight={600}
              color={tab === value ? "ink" : "muted"}
              minH="44px"
            >
              {label}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {tab !== "instruments" && <KeptMark {...autosave} />}
      </Flex>
      <Tabs.Content value="wiring" p={0}>
        <WiringTab {...props} draft={draft} errors={errors} set={set} />
      </Tabs.Content>
      <Tabs.Content value="reading" p={0}>
        <ReadingTab
          {...props}
          draft={draft}
          errors={errors}
          isKept={autosave.state === "kept"}
          set={set}
        />
      </Tabs.Content>
      <Tabs.Content value="audio" p={0}>
        <AudioTab
          {...props}
          voltmeter={chosenInstrument(instruments, "voltmeter", draft.voltmeterId)}
          isBetweenInputs={draft.probe === "two channels"}
          texts={draft.audio}
          errors={errors}
          onTexts={(change) => set({ audio: { ...draft.audio, ...change } })}
        />
      </Tabs.Content>
      <Tabs.Content value="network" p={0}>
        <NetworkTab
          network={props.network}
          addresses={props.addresses}
          outputs={amplifier.channelCount}
          rig={draft}
          onChoice={(change) => set({ network: { ...draft.network, ...change } })}
        />
      </Tabs.Content>
      <Tabs.Content value="instruments" p={0}>
        <InstrumentList instruments={instruments} />
      </Tabs.Content>
    </Tabs.Root>
  );
}

type TabProps = RigScreenProps & {
  draft: RigDraft;
  errors: FieldErrors;
  set(change: Partial<RigDraft>): void;
};

const ofRole = ({ instruments }: Instruments, role: KeptInstrument["role"]): KeptInstrument[] =>
  instruments.filter((each) => each.role === role);
function WiringTab({
  amplifier,
  claims,
  loads,
  details,
  plan,
  instruments,
  network,
  draft,
  errors,
  set,
}: TabProps) {
  const cautions = useMemo(
    () => cautionsFor(safetyFacts({ amplifier, claims, loads, details, plan }, draft)),
    [amplifier, claims, loads, details, plan, draft],
  );
  const load = loads[0];
  const used = [
    ...networkInUse(network, draft),
    chosenInstrument(instruments, "converter", draft.converterId),
    chosenInstrument(instruments, "voltmeter", draft.voltmeterId),
    chosenInstrument(instruments, "ohmmeter", null),
  ];
  const voltmeter = chosenInstrument(instruments, "voltmeter", draft.voltmeterId);
  const instrumentChoice = (
    label: string,
    role: KeptInstrument["role"],
    key: "sourceId" | "converterId" | "voltmeterId",
  ) => {
    const all = ofRole(instruments, role);
    return (
      all.length > 1 && (
        <Box w="170px">
          <ChoiceField
            label={label}
            field={held(chosenInstrument(instruments, role, draft[key])?.name ?? "", (name) =>
              set({ [key]: all.find((each) => each.name === name)?.id ?? null }),
            )}
            choices={all.map(({ name }) => name)}
          />
        </Box>
      )
    );
  };
  return (
    <Grid templateColumns="minmax(0, 1.9fr) minmax(0, 1fr)" gap={4} alignItems="start">
      <Flex direction="column" gap={4} minW={0}>
        <ReadingsChoice readings={draft.readings} onChange={(readings) => set({ readings })} />
        <OverdueInstruments used={used} />
        <Panel>
          <Heading as="h1" fontSize="22px" mb={2}>
            Wiring
          </Heading>
          <WiringDrawing
            amplifierName={amplifierName(amplifier)}
            sourceName={
              chosenInstrument(instruments, "source", draft.sourceId)?.name ?? "any source"
            }
            converterName={
              chosenInstrument(instruments, "converter", draft.converterId)?.name ?? "any converter"
            }
            voltmeterName={voltmeter?.name ?? null}
            loadText={
              load
                ? `${formatSignificant(load.channels[0].ohms, 3)} Ω`
                : `${claims[0]?.loadOhms ?? 8} Ω`
            }
            dividerText={dividerText(parseNumber(draft.upperOhms), parseNumber(draft.lowerOhms))}
            probe={draft.probe}
            bothSwing={draft.isBridged || details.terminals === "bridge-tied"}
            earthIsUnknown={details.terminals === "not known"}
            withSpeaker={draft.withSpeaker}
            moreChannels={amplifier.channelCount - 1}
          />
          <HStack gap={4} mt={3} align="end" wrap="wrap">
            <Box w="170px">
              <ChoiceField
                label="Probe"
                field={held(draft.probe, (probe) => set({ probe: probe as RigDraft["probe"] }))}
                choices={PROBES}
              />
            </Box>
            {instrumentChoice("Source", "source", "sourceId")}
            {instrumentChoice("Converter", "converter", "converterId")}
            {instrumentChoice("Voltmeter", "voltmeter", "voltmeterId")}
            <CheckField
              label="two channels bridged"
              isOn={draft.isBridged}
              onChange={(isBridged) => set({ isBridged })}
            />
            <CheckField
              label="a loudspeaker is connected"
              isOn={draft.withSpeaker}
              onChange={(withSpeaker) => set({ withSpeaker })}
            />
          </HStack>
          <ActionButton tone="primary" asChild mt={3}>
            <PageLink href={`/amplifiers/${amplifier.id}/plan`}>
              Next: the plan <ArrowRight size={16} />
            </PageLink>
          </ActionButton>
        </Panel>
      </Flex>
      <Flex direction="column" gap={4} minW={0}>
        <SafetyGate
          cautions={cautions}
          confirmations={draft.confirmations}
          onChange={(confirmations) => set({ confirmations })}
        />
        <GuardsPanel
          texts={draft.guards}
          errors={errors}
          loads={loads}
          onChange={(guards) => set({ guards })}
        />
      </Flex>
    </Grid>
  );
}

/** What a sound interface's input usually is. Common practice. */
const USUAL_INPUT_OHMS = 10_000;

function ReadingTab({
  amplifier,
  claims,
  loads,
  details,
  forecastSettings,
  rig,
  rigs,
  instruments,
  draft,
  errors,
  isKept,
  set,
}: TabProps & { isKept: boolean }) {
  const converter = chosenInstrument(instruments, "converter", draft.converterId);
  const upper = parseNumber(draft.upperOhms),
    lower = parseNumber(draft.lowerOhms);
  const divider =
    upper !== null && lower !== null && upper >= 0 && lower > 0
      ? { upperOhms: upper, lowerOhms: lower }
      : null;
  const peak = useMemo(
    () => expectedPeak({ amplifier, claims, loads, details }, forecastSettings),
    [amplifier, claims, loads, details, forecastSettings],
  );
  return (
    <Grid templateColumns="minmax(0, 1fr) minmax(0, 1fr)" gap={4} alignItems="start">
      <Box gridColumn="1 / -1">
        <RigChoice
          amplifierId={amplifier.id}
          rigs={rigs}
          rigId={rig.rigId}
          name={draft.rigName}
          error={errors.rigName}
          isKept={isKept}
          onName={(rigName) => set({ rigName })}
        />
      </Box>
      <Grid templateColumns="minmax(0, 1fr)" gap={4}>
        <DividerPanel
          peak={peak}
          fullScaleVolts={converter?.most ?? null}
          inputOhms={converter?.inputOhms ?? USUAL_INPUT_OHMS}
          divider={divider}
          upperText={draft.upperOhms}
          lowerText={draft.lowerOhms}
          errors={errors}
          onText={set}
        />
        <LoopPanel loop={draft.loop} claims={claims} onLoop={(loop) => set({ loop })} />
      </Grid>
      <CalibrationPanel
        text={draft}
        errors={errors}
        voltmeter={chosenInstrument(instruments, "voltmeter", draft.voltmeterId)}
        onText={set}
      />
    </Grid>
  );
}
