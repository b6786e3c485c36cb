"use client";
import { Box, Flex, HStack, Progress, Text } from "@chakra-ui/react";
import { RUN_KINDS } from "@/core/plan";
import { formatSignificant } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import { channelLook, cssColor } from "../charts/channelLook";
import { ActionButton } from "../parts/ActionButton";
import { durationText } from "../parts/durationText";
import { useKeys } from "../parts/keys";
import { Panel } from "../parts/Panel";
import { useMemo } from "react";
import type { BenchJob } from "@/records";
import { useBenchEngine, type EngineState } from "./engine/BenchEngine";
import type { Progress as EngineProgress } from "./engine/playJob";
import type { WaveGlimpse } from "@/bench/contract";

/** What the bench is at: the run that plays, what must be changed before the next, or a run that was broken off. */
export function EngineStatus() {
  const { state, goOn, resume, discard, cancel } = useBenchEngine();
  useKeys(useMemo(() => (state.pause ? [{ key: "g", label: "Changed; go on", run: goOn }] : state.interrupted ? [{ key: "g", label: "Go on with the run", run: resume }] : []), [state.pause, state.interrupted, goOn, resume]));
  if (state.job && state.progress) return <Playing job={state.job} progress={state.progress} secondsLeft={state.secondsLeft} queued={state.queue.length} onCancel={cancel} />;
  return (
    <>
      {state.failure && (
        <Text role="alert" color="ember" fontWeight={600} bg="ochreWash" borderLeftWidth="4px" borderColor="ember" borderRadius="6px" px={4} py={2} mb={3}>
          {state.failure.message}
        </Text>
      )}
      <Waiting state={state} onGoOn={goOn} onResume={resume} onDiscard={discard} />
    </>
  );
}

/** What must be changed before the next run, or a run that was broken off. */
function Waiting({ state, onGoOn, onResume, onDiscard }: { state: EngineState; onGoOn(): void; onResume(): void; onDiscard(): void }) {
  if (state.pause)
    return (
      <Notice title={`Output is at its least. Now ${state.pause}.`} text={`Then go on with ${state.queue.length} more.`}>
        <ActionButton tone="primary" hotkey="G" onClick={onGoOn}>Done, go on</ActionButton>
        <ActionButton onClick={onDiscard}>Leave the rest</ActionButton>
      </Notice>
    );
  if (state.interrupted?.job) {
    const { job, shots, queue } = state.interrupted;
    return (
      <Notice title={`${RUN_KINDS[job.kind].title} was broken off`} text={`${shots.length === 0 ? "No recording was complete" : `${shots.length} ${shots.length === 1 ? "recording is" : "recordings are"} kept`}${queue.length > 0 ? `, ${queue.length} runs were to follow` : ""}. It is incomplete and counts for nothing until it has been finished.`}>
        <ActionButton tone="primary" hotkey="G" onClick={onResume}>Go on with it</ActionButton>
        <ActionButton onClick={onDiscard}>Give it up</ActionButton>
      </Notice>
    );
  }
  return null;
}

type PlayingProps = { job: BenchJob; progress: EngineProgress; secondsLeft: number | null; queued: number; onCancel(): void };

/** The run that plays, with a little of its output, how far it is and how long it will take. */
function Playing({ job, progress, secondsLeft, queued, onCancel }: PlayingProps) {
  const { stage, doneRatio, playing } = progress;
  return (
    <Panel mb={3} role="status" data-testid="running">
      <Flex gap={5} align="center">
        {playing && <Glimpse glimpse={playing.glimpse} />}
        <Box flex={1}>
          <HStack justify="space-between" mb={1.5}>
            <Text fontWeight={700}>
              {RUN_KINDS[job.kind].title}: {stage}
              {playing && playing.loadWatts.length > 0 && <Text as="span" color="muted" fontWeight={500}> {playing.loadWatts.map((watts, k) => `${channelLetter(k)} ${formatSignificant(watts, 3)} W`).join(", ")}</Text>}
            </Text>
            <Text fontWeight={700} fontSize="20px" whiteSpace="nowrap">
              {secondsLeft !== null && secondsLeft >= 1 && <Text as="span" color="muted" fontSize="14px" fontWeight={500}>about {durationText(secondsLeft)} left </Text>}
              {Math.round(100 * doneRatio)} %
            </Text>
          </HStack>
          <Progress.Root value={100 * doneRatio} size="md">
            <Progress.Track bg="sunken">
              <Progress.Range bg="spruce" />
            </Progress.Track>
          </Progress.Root>
          {queued > 0 && <Text color="muted" fontSize="14px" mt={1}>{queued} more after this.</Text>}
        </Box>
        <ActionButton onClick={onCancel} hotkey="Esc">Cancel</ActionButton>
      </Flex>
    </Panel>
  );
}

function Notice({ title, text, children }: { title: string; text: string; children: React.ReactNode }) {
  return (
    <Flex bg="ochreWash" borderLeftWidth="4px" borderColor="ochre" borderRadius="6px" px={4} py={2.5} mb={3} gap={4} align="center" wrap="wrap" role="status">
      <Box flex="1 1 320px">
        <Text fontWeight={700}>{title}</Text>
        <Text fontSize="14.5px">{text}</Text>
      </Box>
      <HStack gap={2}>{children}</HStack>
    </Flex>
  );
}

/** A little of the output as it plays. */
export function Glimpse({ glimpse: { volts }, width = 220, height = 64 }: { glimpse: WaveGlimpse; width?: number; height?: number }) {
  const peak = Math.max(1e-9, ...volts.map((each) => each.reduce((most, value) => Math.max(most, Math.abs(value)), 0)));
  return (
    <svg role="img" aria-label="The output as it plays" width={width} height={height} style={{ flexShrink: 0 }} data-testid="glimpse">
      <line x1="0" x2={width} y1={height / 2} y2={height / 2} stroke={cssColor("rime")} />
      {volts.map((each, channel) => {
        const look = channelLook(channel);
        const path = Array.from(each, (value, k) => `${k === 0 ? "M" : "L"}${((k / (each.length - 1)) * width).toFixed(1)},${(height / 2 - (value / peak) * (height / 2 - 3)).toFixed(1)}`).join("");
        return <path key={channel} d={path} fill="none" stroke={cssColor(look.color)} strokeWidth="1.8" strokeDasharray={look.dash} />;
      })}
    </svg>
  );
}
