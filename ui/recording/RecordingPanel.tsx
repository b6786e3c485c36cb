"use client";
import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { useCallback, useEffect, useMemo, useState } from "react";
import { RUN_KINDS, type Curve } from "@/core/run";
import { channelLetter } from "@/core/verdict";
import { recordedLayout, type Run } from "@/records";
import type { BenchWorker } from "@/workers/protocol";
import { LineChart } from "../charts/LineChart";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, held } from "../parts/fields";
import { Listen } from "./Listen";
import type { NamedChannel } from "./namedChannel";
import { NullMethod } from "./NullMethod";
import { useRecording } from "./useRecording";
import type { View } from "./view";
import { WaveCanvas } from "./WaveCanvas";

type Side = "wave" | "spectrum" | "listen" | "null";
const SIDES: readonly (readonly [Side, string])[] = [
  ["wave", "Waveform"],
  ["spectrum", "Spectrum of this section"],
  ["listen", "Listen"],
  ["null", "By hand: two-channel null"],
];

/** A run's recordings, to look at closely and to listen to. */
export function RecordingPanel({ run }: { run: Run }) {
  const [at, setAt] = useState(run.captures.length - 1);
  const { isListenedTo, isBridged = false } = RUN_KINDS[run.kind];
  const sides = SIDES.filter(([name]) => name !== "null" || isListenedTo);
  const [side, setSide] = useState<Side>(isListenedTo ? "listen" : "wave");
  const [view, setView] = useState<View | null>(null);
  const capture = run.captures[at] ?? null;
  const recording = useRecording(capture);
  const onView = useCallback((next: View) => setView(next), []);
  const channels = useMemo(
    () => channelsOf(run, recording.status === "open" ? recording.facts.channelCount : 0),
    [run, recording],
  );
  return (
    <Flex direction="column" flex={1} minH="320px" mt={2}>
      <HStack gap={2} wrap="wrap">
        <CaptureChoice captures={run.captures} at={at} onChoose={setAt} />
        {sides.map(([name, title]) => (
          <ActionButton
            key={name}
            minH="34px"
            px={3}
            fontSize="13.5px"
            aria-pressed={side === name}
            tone={side === name ? "primary" : "quiet"}
            onClick={() => setSide(name)}
          >
            {title}
          </ActionButton>
        ))}
        {capture && (
          <ActionButton minH="34px" px={3} fontSize="13.5px" asChild>
            <a href={`/api/captures/${capture.sha256}?run=${run.id}`} download={capture.fileName}>
              WAV
            </a>
          </ActionButton>
        )}
      </HStack>
      {recording.status === "opening" && (
        <Text color="muted" mt={4}>
          Opening the recording…
        </Text>
      )}
      {recording.status === "failed" && (
        <Text role="alert" color="ember" mt={4}>
          {recording.message}
        </Text>
      )}
      {recording.status === "open" && (
        <>
          <Flex display={side === "wave" ? "flex" : "none"} direction="column" flex={1}>
            <WaveCanvas
              key={capture?.sha256}
              facts={recording.facts}
              pyramids={recording.pyramids}
              channelIndices={channels.map(({ index }) => index)}
              names={channels.map(({ name }) => name)}
              onView={onView}
            />
          </Flex>
          {side === "spectrum" && view && (
            <SpectrumOfView worker={recording.worker} view={view} channels={channels} />
          )}
          {side === "listen" && <Listen worker={recording.worker} channels={channels} />}
          {side === "null" && <NullMethod isBridgeTied={isBridged} />}
        </>
      )}
    </Flex>
  );
}

/** Channels of the file: outputs of the run, the amplifier's input, and what was not used. */
const channelsOf = (run: Run, count: number): NamedChannel[] => {
  const { outputs, input } = recordedLayout(run, count);
  return Array.from({ length: count }, (_, channel) => {
    const at = outputs.indexOf(channel);
    if (at < 0) return { index: -1, name: channel === input ? "input" : "not used" };
    const { channelIndex } = run.conditions.channels[at];
    return { index: channelIndex, name: `channel ${channelLetter(channelIndex)}` };
  });
};

function SpectrumOfView({
  worker,
  view,
  channels,
}: {
  worker: BenchWorker;
  view: View;
  channels: readonly NamedChannel[];
}) {
  const [curves, setCurves] = useState<readonly Curve[]>([]);
  const [message, setMessage] = useState<string | null>(null);
  useEffect(() => {
    let isGone = false;
    worker
      .spectrumOf(view)
      .then((found) => !isGone && setCurves(found))
      .catch(
        () => !isGone && setMessage("This section is too short for a spectrum; show more of it."),
      );
    return () => {
      isGone = true;
    };
  }, [worker, view]);
  if (message)
    return (
      <Text role="alert" mt={3}>
        {message}
      </Text>
    );
  if (curves.length === 0) return <Box flex={1} />;
  return (
    <LineChart
      x="hertz"
      y="volts"
      curves={curves.map((curve, k) => ({
        label: channels[k]?.name ?? "",
        points: curve.points,
        channelIndex: Math.max(0, channels[k]?.index ?? k),
        variant: channels[k]?.index === -1 ? 1 : 0,
        isGhost: false,
      }))}
      band={null}
      caption="Spectrum of the section shown: RMS volts against frequency."
    />
  );
}

/** Which of a run's recordings is looked at, where there are several. */
function CaptureChoice({
  captures,
  at,
  onChoose,
}: {
  captures: Run["captures"];
  at: number;
  onChoose(at: number): void;
}) {
  if (captures.length < 2) return null;
  return (
    <Box w="260px">
      <ChoiceField
        label=""
        ariaLabel="Recording"
        isSmall
        field={held(String(at), (index) => onChoose(Number(index)))}
        choices={captures.map(({ shot, fileName }, index) => ({
          value: String(index),
          label: shot ?? fileName,
        }))}
      />
    </Box>
  );
}
