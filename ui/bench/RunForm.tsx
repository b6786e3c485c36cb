"use client";
import { Box, Flex, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import {
  CATALOGUE,
  catalogueTitle,
  fromCatalogue,
  instrumentFacts,
  type CatalogueName,
} from "@/bench/catalogue";
import { claimedWatts } from "@/core/claim";
import { RUN_KINDS, type RunKind } from "@/core/run";
import { formatShort, parseNumber } from "@/core/units";
import type { Amplifier, BenchJob, Claim, Details, Guards, Load } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { useKeys } from "../parts/keys";
import { newId } from "../parts/newId";
import { Panel } from "../parts/Panel";
import { FormMessage } from "../parts/TextField";
import { GuardsNote } from "./GuardsNote";
import { ConnectPanel } from "./ConnectPanel";
import { useBenchEngine } from "./engine/BenchEngine";
import { LiveDrive } from "./live/LiveDrive";
import { loadChoice } from "./loadChoice";
import { runsOfSet, setLabel, MOST_RUNS } from "./runSets";
import { NO_SET, setFrom, SetFields, type SetTexts } from "./SetFields";
import { settingsFrom, settingTexts, type SettingTexts } from "./settingsForm";
import { Choice, Line, SettingsFields } from "./SettingsFields";
import { NEAREST } from "./simulation/SimulatedBench";

export type RunFormProps = {
  kind: RunKind;
  amplifier: Amplifier;
  claims: readonly Claim[];
  loads: readonly Load[];
  details: Details;
  guards: Guards;
  channelsDriven: number | null;
  onStored(runId: string): void;
};

/** The load that a run is made for, where several are there. */
const usualLoad = (kind: RunKind, loads: readonly Load[]): Load =>
  RUN_KINDS[kind].takesLowestLoad
    ? loads.reduce((least, load) => (load.nominalOhms < least.nominalOhms ? load : least))
    : loads[0];

/** What is filled in, and the runs that come of it. */
const useRunForm = ({ kind, amplifier, claims, loads, channelsDriven: planned }: RunFormProps) => {
  const { fields } = RUN_KINDS[kind];
  const [simulated, setSimulated] = useState<CatalogueName>(NEAREST[amplifier.kind]);
  const [loadId, setLoadId] = useState(usualLoad(kind, loads).id);
  const load = loads.find(({ id }) => id === loadId) ?? loads[0];
  const [channelsText, setChannels] = useState(
    String(Math.min(planned ?? amplifier.channelCount, load.channels.length)),
  );
  const [texts, setTexts] = useState<SettingTexts>(settingTexts(fields));
  const [setting, setSetting] = useState("");
  const [inputUsed, setInputUsed] = useState("");
  const [set, setSet] = useState<SetTexts>(NO_SET);
  const instrument = useMemo(() => fromCatalogue(simulated), [simulated]);
  const facts = useMemo(() => instrumentFacts(instrument), [instrument]);
  const second = loads.find(({ id }) => id !== load.id) ?? null;
  const mostChannels = Math.min(load.channels.length, facts.channelCount);
  const count = parseNumber(channelsText);
  const channelError =
    count === null || !Number.isInteger(count) || count < 1 || count > mostChannels
      ? `From 1 to ${mostChannels}.`
      : null;
  const ratedWatts = claimedWatts(load.nominalOhms, claims, false) || null;
  /** The runs, or what is wrong. */
  const runs = (): BenchJob[] | string => {
    const settings = settingsFrom(fields, texts);
    const over = setFrom(set);
    if (!settings || channelError)
      return "One of the settings is not possible; see below its field.";
    if (typeof over === "string") return over;
    const one: BenchJob = {
      id: newId(),
      kind,
      rig: instrument.amplifier,
      loadId: load.id,
      secondLoadId: second?.id ?? null,
      channelsDriven: Number(count),
      settings,
      setting,
      inputUsed,
      ratedWatts,
      seed: 1,
      set: null,
    };
    const all = runsOfSet(one, over, setLabel(RUN_KINDS[kind].title, over), newId);
    return all.length > MOST_RUNS
      ? `That makes ${all.length} runs; up to ${MOST_RUNS} in one set.`
      : all;
  };
  const channelsDriven = Math.max(1, Math.min(mostChannels, Math.round(count ?? 1)));
  return {
    fields,
    simulated,
    setSimulated,
    instrument,
    facts,
    load,
    setLoadId,
    second,
    mostChannels,
    channelsText,
    setChannels,
    channelError,
    channelsDriven,
    texts,
    setTexts,
    setting,
    setSetting,
    inputUsed,
    setInputUsed,
    set,
    setSet,
    ratedWatts,
    runs,
  };
};

/** One run on the simulated bench: as usual at once with one key, or with other settings, by hand, or over a set. */
export function RunForm(props: RunFormProps) {
  const { kind, amplifier, loads, details, guards, onStored } = props;
  const engine = useBenchEngine();
  const form = useRunForm(props);
  const { fields, load, second, ratedWatts, channelsDriven, texts } = form;
  const { byHand } = RUN_KINDS[kind];
  const [isOpen, setOpen] = useState(false);
  const [isByHand, setByHand] = useState(byHand === "first");
  const [message, setMessage] = useState<string | null>(null);
  const canByHand = byHand !== undefined;
  const start = () => {
    const runs = form.runs();
    if (typeof runs === "string") return setMessage(runs);
    setMessage(null);
    engine.start(runs);
  };
  useKeys(
    useMemo(
      () => [
        { key: "r", label: "Run it", run: () => document.getElementById("run-it")?.click() },
        ...(canByHand
          ? [{ key: "m", label: "By hand, live", run: () => setByHand((now) => !now) }]
          : []),
      ],
      [canByHand],
    ),
  );
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
              key={`${form.simulated}-${load.id}-${channelsDriven}`}
              kind={kind}
              amplifier={amplifier}
              instrument={form.instrument}
              facts={form.facts}
              load={load}
              guards={guards}
              channelsDriven={channelsDriven}
              frequencyHz={parseNumber(texts.frequencyHz ?? "") ?? 1000}
              onStored={onStored}
            />
          </Panel>
        )}
        <Panel>
          <Box
            as="form"
            aria-label="Run"
            {...{
              noValidate: true,
              onSubmit: (event: React.FormEvent) => {
                event.preventDefault();
                start();
              },
            }}
          >
            <Grid templateColumns="1.4fr 1.2fr 0.7fr" gap={3} mb={3}>
              <Choice
                id="simulated-amplifier"
                label="Simulated amplifier"
                value={form.simulated}
                choices={CATALOGUE.map((name) => ({ value: name, label: catalogueTitle(name) }))}
                onChange={(name) => form.setSimulated(name as CatalogueName)}
              />
              <Choice
                id="load"
                label="Load"
                value={load.id}
                choices={loads.map(loadChoice)}
                onChange={form.setLoadId}
              />
              <Line
                id="channels"
                label="Channels driven"
                unit={`of ${form.mostChannels}`}
                value={form.channelsText}
                message={form.channelError}
                onChange={form.setChannels}
              />
            </Grid>
            <SettingsFields
              fields={fields}
              texts={texts}
              onChange={(name, text) => form.setTexts((known) => ({ ...known, [name]: text }))}
            />
            {isOpen && (
              <>
                <Grid templateColumns="1fr 1fr" gap={3} mt={3}>
                  <Line
                    id="setting"
                    label="Supply and switches, where otherwise than usual"
                    value={form.setting}
                    onChange={form.setSetting}
                    placeholder="limiter: off"
                  />
                  <Line
                    id="input"
                    label="Input used, and its level control"
                    value={form.inputUsed}
                    onChange={form.setInputUsed}
                    placeholder="balanced, fully up"
                  />
                </Grid>
                <SetFields
                  texts={form.set}
                  loads={loads}
                  details={details}
                  onChange={form.setSet}
                />
              </>
            )}
            <FormMessage>{message ?? undefined}</FormMessage>
            <HStack mt={4} gap={2} wrap="wrap">
              <ActionButton
                id="run-it"
                tone="primary"
                type="submit"
                hotkey="R"
                disabled={engine.state.job !== null}
              >
                {byHand === "first" ? "Find the limit" : "Run it"}
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
                {isOpen ? "Fewer settings" : "Sets, repeats, switches"}
              </ActionButton>
            </HStack>
          </Box>
        </Panel>
      </Flex>
      <Flex direction="column" gap={3}>
        <Panel>
          <Heading as="h2" fontSize="18px">
            {RUN_KINDS[kind].title}
          </Heading>
          <Text color="muted" mt={1}>
            Yields {RUN_KINDS[kind].yields}.
          </Text>
          {ratedWatts !== null && (
            <Text fontSize="14.5px" mt={2}>
              Rated output here is the claim’s {formatShort(ratedWatts)} W into{" "}
              {formatShort(load.nominalOhms)} Ω.
            </Text>
          )}
        </Panel>
        <ConnectPanel kind={kind} load={load} second={second} channelsDriven={channelsDriven} />
        <GuardsNote amplifierId={amplifier.id} load={load} guards={guards} />
      </Flex>
    </Grid>
  );
}
