"use client";
import { Box, Flex, Grid, HStack, Text } from "@chakra-ui/react";
import { ArrowLeft, ArrowRight } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { RUN_KINDS, type Curve } from "@/core/run";
import type { StepReading } from "@/core/sweep";
import { formatPercent, formatSignificant } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import { recordedLayout, type Run } from "@/records";
import type { LevelView } from "@/pipeline/recordingViews";
import { LineChart } from "../charts/LineChart";
import { ActionButton } from "../parts/ActionButton";
import { useRecording } from "./useRecording";

/** The level next to a power; without one, the last whose tops are not flat. */
const nearest = (levels: readonly StepReading[], watts: number | null): number => {
  if (watts === null)
    return Math.max(
      0,
      levels.findLastIndex(({ flattening }) => !flattening.present),
    );
  const off = (k: number) => Math.abs(Math.log(levels[k].powerWatts / watts));
  return levels.reduce((best, _, k) => (off(k) < off(best) ? k : best), 0);
};

type LevelPanelProps = {
  run: Run;
  /** The level that is looked at, by its power; null for the last clean one. */
  watts: number | null;
  onWatts(watts: number): void;
};

/** One level of a sweep: its figures, some cycles, what the amplifier added to them, and the spectrum. */
export function LevelPanel({ run, watts, onWatts }: LevelPanelProps) {
  const [channel, setChannel] = useState(0);
  const levels = useMemo(() => run.result.channels[channel]?.levels ?? [], [run, channel]);
  const [chosen, setChosen] = useState(() => nearest(levels, watts));
  const at = Math.min(chosen, levels.length - 1);
  const level = levels[at];
  const view = useLevel(run, channel, level);
  const go = (to: number) => {
    setChosen(to);
    onWatts(levels[to].powerWatts);
  };
  if (!level) return null;
  const { channelIndex } = run.conditions.channels[channel];
  return (
    <Flex direction="column" flex={1} minH="360px" mt={2} gap={1.5}>
      <HStack gap={2} wrap="wrap">
        <ActionButton minH="36px" disabled={at === 0} onClick={() => go(at - 1)}>
          <ArrowLeft size={15} /> Lower
        </ActionButton>
        <ActionButton minH="36px" disabled={at === levels.length - 1} onClick={() => go(at + 1)}>
          Higher <ArrowRight size={15} />
        </ActionButton>
        {run.result.channels.length > 1 &&
          run.result.channels.map((_, k) => (
            <ActionButton
              key={k}
              minH="36px"
              px={3}
              aria-label={`Channel ${channelLetter(run.conditions.channels[k].channelIndex)}`}
              aria-pressed={k === channel}
              tone={k === channel ? "primary" : "quiet"}
              onClick={() => setChannel(k)}
            >
              {channelLetter(run.conditions.channels[k].channelIndex)}
            </ActionButton>
          ))}
        <Text fontSize="20px" fontWeight={700} ml={2} data-testid="level">
          {formatSignificant(level.powerWatts, 4)} W
        </Text>
        <Text color="muted">
          {formatPercent(level.thdPlusNoiseRatio, 3)} THD+N, {formatPercent(level.thdRatio, 3)} THD,
          level {at + 1} of {levels.length}
          {level.flattening.present && ", tops flat"}
        </Text>
      </HStack>
      {view.message && (
        <Text role="alert" color="ember" mt={3}>
          {view.message}
        </Text>
      )}
      {view.shown && (
        <Grid templateColumns="1fr 1fr" gridTemplateRows="1fr 1fr" gap={2} flex={1} minH={0}>
          <Side curve={view.shown.wave} title="Output" channelIndex={channelIndex} />
          <Side
            curve={view.shown.residual}
            title={RUN_KINDS[run.kind].isBridged ? "Residual of the pair" : "Residual"}
            channelIndex={channelIndex}
          />
          <Box gridColumn="1 / -1" minH={0} display="flex">
            <Side curve={view.shown.spectrum} title="Spectrum" channelIndex={channelIndex} />
          </Box>
        </Grid>
      )}
    </Flex>
  );
}

function Side({
  curve,
  title,
  channelIndex,
}: {
  curve: Curve;
  title: string;
  channelIndex: number;
}) {
  return (
    <Flex direction="column" minH={0} minW={0} flex={1}>
      <Text fontSize="13.5px" fontWeight={600}>
        {title}
      </Text>
      <LineChart
        x={curve.x}
        y={curve.y}
        curves={[{ label: "", points: curve.points, channelIndex, variant: 0, isGhost: false }]}
        band={null}
        caption={`${title} at this level`}
        minHeight="120px"
        isReadAlone
      />
    </Flex>
  );
}

/** What is to be seen of a level, once its recording is open. */
const useLevel = (
  run: Run,
  channel: number,
  level: StepReading | undefined,
): { shown: LevelView | null; message: string | null } => {
  const recording = useRecording(run.captures[0]);
  const [shown, setShown] = useState<LevelView | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const worker = recording.status === "open" ? recording.worker : null;
  const inFile =
    recording.status === "open"
      ? recordedLayout(run, recording.facts.channelCount).outputs[channel]
      : channel;
  useEffect(() => {
    if (!worker || !level) return;
    let isGone = false;
    const { windowStartSeconds, windowSeconds, fundamentalHz } = level;
    worker
      .levelOf(inFile, { fromSeconds: windowStartSeconds, seconds: windowSeconds }, fundamentalHz)
      .then((found) => {
        if (isGone) return;
        setShown(found);
        setMessage(null);
      })
      .catch(() => !isGone && setMessage("This level is too short to show."));
    return () => {
      isGone = true;
    };
  }, [worker, level, inFile]);
  return {
    shown,
    message: recording.status === "failed" ? recording.message : message,
  };
};
