"use client";
import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { useMemo } from "react";
import { RUN_KINDS } from "@/core/run";
import { channelLetter } from "@/core/verdict";
import type { BenchJob } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { useKeys } from "../parts/keys";
import { Panel } from "../parts/Panel";
import { useBenchEngine } from "./engine/BenchEngine";
import type { EngineState } from "./engine/engineState";
import type { JobProgress } from "./engine/playJob";
import { outputText } from "./playing/level";
import { LiveWave } from "./playing/LiveWave";
import { PlayingBar } from "./playing/PlayingBar";

/** What the bench is at: the run that plays, unless it fills the screen anyway, what must be changed before the next, or a run that was interrupted. */
export function EngineStatus({ isPlayingShown }: { isPlayingShown: boolean }) {
  const { state, goOn, resume, discard, cancel } = useBenchEngine();
  useKeys(
    useMemo(
      () => [
        ...(state.pause ? [{ key: "g", label: "Changed, continue", run: goOn }] : []),
        ...(state.interrupted && !state.pause
          ? [{ key: "g", label: "Continue the run", run: resume }]
          : []),
      ],
      [state.pause, state.interrupted, goOn, resume],
    ),
  );
  if (state.job && state.progress)
    return isPlayingShown ? null : (
      <PlayingStrip job={state.job} progress={state.progress} state={state} onCancel={cancel} />
    );
  return (
    <>
      {state.failure && (
        <Text
          role="alert"
          color="ember"
          fontWeight={600}
          bg="ochreWash"
          borderLeftWidth="4px"
          borderColor="ember"
          borderRadius="6px"
          px={4}
          py={2}
          mb={3}
        >
          {state.failure.message}
        </Text>
      )}
      <Waiting state={state} onGoOn={goOn} onResume={resume} onDiscard={discard} />
    </>
  );
}

/** What must be changed before the next run, or a run that was interrupted. */
function Waiting({
  state,
  onGoOn,
  onResume,
  onDiscard,
}: {
  state: EngineState;
  onGoOn(): void;
  onResume(): void;
  onDiscard(): void;
}) {
  if (state.pause)
    return (
      <Notice
        title={`The output is at minimum. Now ${state.pause}.`}
        text={`Then continue with ${state.queue.length} more.`}
      >
        <ActionButton tone="primary" hotkey="G" onClick={onGoOn}>
          Done, continue
        </ActionButton>
        <ActionButton onClick={onDiscard}>Skip the rest</ActionButton>
      </Notice>
    );
  if (state.interrupted?.job) {
    const { job, shots, queue } = state.interrupted;
    return (
      <Notice
        title={`${RUN_KINDS[job.kind].title} was interrupted`}
        text={`${shots.length === 0 ? "No recording was completed" : `${shots.length} ${shots.length === 1 ? "recording is" : "recordings are"} saved`}${queue.length > 0 ? `, ${queue.length} ${queue.length === 1 ? "run was" : "runs were"} to follow` : ""}. It is incomplete and not evidence until it is finished.`}
      >
        <ActionButton tone="primary" hotkey="G" onClick={onResume}>
          Resume
        </ActionButton>
        <ActionButton onClick={onDiscard}>Discard</ActionButton>
      </Notice>
    );
  }
  return null;
}

/** The run that plays while something else is looked at. */
function PlayingStrip({
  job,
  progress,
  state: { secondsLeft, queue },
  onCancel,
}: {
  job: BenchJob;
  progress: JobProgress;
  state: EngineState;
  onCancel(): void;
}) {
  const { stage, playing } = progress;
  return (
    <Panel mb={3} role="status" data-testid="running">
      <Flex gap={5} align="center">
        {playing && <LiveWave glimpse={playing.glimpse} width={220} height={64} />}
        <PlayingBar progress={progress} secondsLeft={secondsLeft} queued={queue.length}>
          <Text as="b" color="ink">
            {RUN_KINDS[job.kind].title}: {stage}
          </Text>
          {playing &&
            ` ${playing.voltsRms.map((volts, k) => `${channelLetter(k)} ${outputText(playing.loadWatts[k] ?? 0, volts)}`).join(", ")}`}
        </PlayingBar>
        <ActionButton onClick={onCancel} hotkey="Esc">
          Stop
        </ActionButton>
      </Flex>
    </Panel>
  );
}

function Notice({
  title,
  text,
  children,
}: {
  title: string;
  text: string;
  children: React.ReactNode;
}) {
  return (
    <Flex
      bg="ochreWash"
      borderLeftWidth="4px"
      borderColor="ochre"
      borderRadius="6px"
      px={4}
      py={2.5}
      mb={3}
      gap={4}
      align="center"
      wrap="wrap"
      role="status"
    >
      <Box flex="1 1 320px">
        <Text fontWeight={700}>{title}</Text>
        <Text fontSize="14.5px">{text}</Text>
      </Box>
      <HStack gap={2}>{children}</HStack>
    </Flex>
  );
}
