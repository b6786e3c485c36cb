"use client";
import { Box, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import { RUN_KINDS, type RunKind, type TypedReadings } from "@/core/run";
import { formatPercent, parseNumber } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import {
  ANALYSIS_VERSION,
  runConditions,
  type Amplifier,
  type Instrument,
  type Load,
} from "@/records";
import { callback, startJob } from "@/workers/benchClient";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { Panel } from "../parts/Panel";
import { accuracyOf } from "@/records/facts";
import { loadChoice } from "./loadChoice";
import { Choice, Line } from "./SettingsFields";
import { settingTexts } from "./settingsForm";
import { storeRun, UploadFailed } from "./uploadRun";
import { useRunId } from "./useRunId";

export type TypedInProps = {
  kind: RunKind;
  amplifier: Amplifier;
  loads: readonly Load[];
  /** The one that the rig names. */ voltmeter: Pick<Instrument, "name" | "accuracyRatio"> | null;
  onStored(runId: string): void;
};

const NONE: TypedReadings = {};

/** A hand meter, where the rig names none. Common practice. */
const USUAL_ACCURACY_RATIO = 0.01;

/** Readings typed off a meter, channel by channel. */
export function TypedIn({ kind, amplifier, loads, voltmeter, onStored }: TypedInProps) {
  const definition = RUN_KINDS[kind].typed;
  const runId = useRunId();
  const [loadId, setLoadId] = useState(loads[0].id);
  const load = loads.find(({ id }) => id === loadId) ?? loads[0];
  const [driven, setDriven] = useState(
    String(Math.min(amplifier.channelCount, load.channels.length)),
  );
  const usual = definition
    ? Object.fromEntries(
        Object.entries(settingTexts(definition.fields)).map(([name, text]) => [
          name,
          text === "0" ? "" : text,
        ]),
      )
    : {};
  const [texts, setTexts] = useState<readonly Record<string, string>[]>(
    load.channels.map(() => usual),
  );
  const [meter, setMeter] = useState(voltmeter?.name ?? "");
  const [accuracy, setAccuracy] = useState(
    formatPercent(voltmeter?.accuracyRatio ?? USUAL_ACCURACY_RATIO, 2),
  );
  const [message, setMessage] = useState<string | null>(null);
  if (!definition)
    return (
      <EmptyState
        title="This run takes a recording"
        text={`${RUN_KINDS[kind].title} is read from the whole waveform; a meter's figure does not hold enough. Record it, play it on the simulated bench, or choose another run above.`}
      />
    );
  const { isOfWholeAmplifier, takesMeterOnly } = RUN_KINDS[kind];
  const isCommon = isOfWholeAmplifier ?? takesMeterOnly ?? false;
  const shown = isCommon ? texts.slice(0, 1) : texts.slice(0, load.channels.length);
  const errorOf = (text: string): string | null =>
    text.trim() === "" || parseNumber(text) !== null ? null : "Not a number.";
  const store = async () => {
    const filled = shown
      .map((each, k) => ({ each, k }))
      .filter(
        ({ each, k }) =>
          k === 0 ||
          Object.entries(each).some(([name, text]) => text !== "" && text !== usual[name]),
      );
    if (filled.some(({ each }) => Object.values(each).some((text) => errorOf(text))))
      return setMessage("One of the readings is no number.");
    const channelsDriven = parseNumber(driven);
    if (
      channelsDriven === null ||
      !Number.isInteger(channelsDriven) ||
      channelsDriven < 1 ||
      channelsDriven > 16
    )
      return setMessage("Say how many channels were driven, from 1 to 16.");
    const voltsAccuracyRatio = accuracyOf(accuracy);
    if (voltsAccuracyRatio === null)
      return setMessage("Give the accuracy of the meter, such as 1 %.");
    const readings = filled.map(({ each }): TypedReadings =>
      Object.fromEntries(
        Object.entries(each).map(([name, text]) => [name, parseNumber(text) ?? undefined]),
      ),
    );
    const whole = runConditions({
      load,
      channelCount: load.channels.length,
      firstChannel: 0,
      channelsDriven,
      fullScaleVolts: 1,
      mainsHz: 50,
      voltsAccuracyRatio,
    });
    const conditions = { ...whole, channels: filled.map(({ k }) => whole.channels[k]) };
    const outcome = await startJob((worker) =>
      worker.readRun(
        {
          kind,
          settings: {},
          instrument: { kind: "typed", readings: readings.length > 0 ? readings : [NONE] },
          loads: conditions.channels,
          secondLoads: null,
          ratedWatts: null,
        },
        callback(() => {}),
      ),
    ).finished;
    if (!outcome.ok) return setMessage(`${outcome.finding.where}: ${outcome.finding.advice}`);
    try {
      const stored = await storeRun(
        amplifier.id,
        {
          id: runId.current(),
          kind,
          source: "typed",
          sourceDetail: meter.trim() || "a meter",
          conditions,
          result: { kind, channels: outcome.value },
          analysisVersion: ANALYSIS_VERSION,
          captures: [],
        },
        new AbortController().signal,
      );
      runId.stored();
      onStored(stored);
    } catch (error) {
      setMessage(
        error instanceof UploadFailed
          ? error.message
          : "This could not be kept; what you typed is still here. Try again.",
      );
    }
  };
  return (
    <Panel maxW="820px">
      <Box
        as="form"
        aria-label="Readings"
        {...{
          onSubmit: (event: React.FormEvent) => {
            event.preventDefault();
            void store();
          },
        }}
      >
        <Grid templateColumns="1.4fr 1fr 1fr 1fr" gap={3} mb={2}>
          <Choice
            id="typed-load"
            label="Load"
            value={load.id}
            choices={loads.map(loadChoice)}
            onChange={setLoadId}
          />
          <Line
            id="typed-driven"
            label="Channels driven"
            unit={`of ${amplifier.channelCount}`}
            value={driven}
            onChange={setDriven}
          />
          <Line
            id="typed-meter"
            label="Read from"
            value={meter}
            placeholder="hand meter"
            onChange={setMeter}
          />
          <Line
            id="typed-accuracy"
            label="Its accuracy, ±"
            value={accuracy}
            onChange={setAccuracy}
          />
        </Grid>
        {shown.map((each, k) => (
          <Box key={k} borderTopWidth="1px" borderColor="rime" pt={2} mt={2}>
            {!isCommon && (
              <Text fontWeight={700}>
                Channel {channelLetter(k)}
                {k > 0 && ", if it was read"}
              </Text>
            )}
            <Grid templateColumns="repeat(auto-fill, minmax(190px, 1fr))" gap={3}>
              {definition.fields.map((field) => (
                <Line
                  key={field.name}
                  id={`typed-${k}-${field.name}`}
                  label={field.label}
                  unit={field.kind === "quantity" ? field.unit : ""}
                  value={each[field.name] ?? ""}
                  message={errorOf(each[field.name] ?? "")}
                  onChange={(text) =>
                    setTexts((known) =>
                      known.map((one, index) =>
                        index === k ? { ...one, [field.name]: text } : one,
                      ),
                    )
                  }
                />
              ))}
            </Grid>
          </Box>
        ))}
        {message && (
          <Text role="alert" color="ember" fontWeight={600} mt={2}>
            {message}
          </Text>
        )}
        <ActionButton tone="primary" type="submit" mt={4}>
          Keep these readings
        </ActionButton>
      </Box>
    </Panel>
  );
}
