"use client";
import { Box, Flex, Grid, HStack, Text } from "@chakra-ui/react";
import { useMemo } from "react";
import { RUN_KINDS } from "@/core/run";
import { formatPercent, formatSignificant } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import { guardLimits, type BenchJob, type Guards, type Load } from "@/records";
import type { PlayProgress } from "@/workers/protocol";
import { channelLook } from "@/drawing/channelLook";
import { useSize } from "../../charts/useSize";
import { ActionButton } from "../../parts/ActionButton";
import { useKeys } from "../../parts/keys";
import { Panel } from "../../parts/Panel";
import { Reading } from "../../parts/Reading";
import type { EngineState } from "../engine/engineState";
import { shownLevel } from "./level";
import { LiveSpectrum } from "./LiveSpectrum";
import { LiveWave } from "./LiveWave";
import { PlayingBar } from "./PlayingBar";
import { SoakPanel } from "./SoakPanel";

export type PlayingPanelProps = {
  state: EngineState & { job: BenchJob; progress: NonNullable<EngineState["progress"]> };
  load: Load | null;
  guards: Guards;
  onCancel(): void;
  onChanged(): void;
};

const PICTURE_HEIGHT = 275;

/** A run while it plays: the output as numbers, wave and spectrum, how near the guards are, and how long it will take. */
export function PlayingPanel({
  state: { job, progress, secondsLeft, queue, lastSeen, asked },
  load,
  guards,
  onCancel,
  onChanged,
}: PlayingPanelProps) {
  const { stage } = progress;
  // Between recordings what was seen last stands still, so that it can be read.
  const playing = progress.playing ?? lastSeen;
  const isHeld = progress.playing === null;
  const [ref, { widthPx }] = useSize<HTMLDivElement>({ widthPx: 900, heightPx: 300 });
  const isWide = widthPx > 700;
  const waveWidth = isWide ? Math.round(0.36 * widthPx) : widthPx;
  return (
    <Panel flex={1} role="status" data-testid="running">
      <HStack justify="space-between" align="start" mb={3}>
        <Box>
          <Text as="h1" fontSize="24px" fontWeight={700} letterSpacing="-0.01em">
            {RUN_KINDS[job.kind].title}
          </Text>
          <Text color="muted">Yields: {RUN_KINDS[job.kind].yields}</Text>
          <Text color="muted">
            {stage}
            {playing &&
              !isHeld &&
              !RUN_KINDS[job.kind].isSoaked &&
              `, recording ${playing.shotNumber}`}
          </Text>
        </Box>
        <ActionButton
          tone="danger"
          hotkey="Esc"
          minH="56px"
          px={6}
          fontSize="17px"
          onClick={onCancel}
        >
          Stop
        </ActionButton>
      </HStack>
      {asked && <AskedChange change={asked} onChanged={onChanged} />}
      <PlayingBar progress={progress} secondsLeft={secondsLeft} queued={queue.length} />
      <Box ref={ref} minW={0} opacity={isHeld && playing ? 0.6 : 1} aria-busy={isHeld}>
        {playing ? (
          <>
            {isHeld && (
              <Text mt={3} mb={-3} color="muted" fontSize="15px">
                Last reading
              </Text>
            )}
            <Levels playing={playing} />
            {playing.glimpse.volts.length > 0 ? (
              <Flex gap={5} mt={3} wrap="wrap">
                <LiveWave glimpse={playing.glimpse} width={waveWidth} height={PICTURE_HEIGHT} />
                <LiveSpectrum
                  glimpse={playing.glimpse}
                  width={isWide ? widthPx - waveWidth - 22 : widthPx}
                  height={PICTURE_HEIGHT}
                />
              </Flex>
            ) : (
              <SoakPanel {...playing} />
            )}
            {load && <GuardLine playing={playing} load={load} guards={guards} />}
          </>
        ) : (
          <Text mt={6} fontSize="18px">
            {stage}…
          </Text>
        )}
      </Box>
    </Panel>
  );
}

function Levels({
  playing: { loadWatts, voltsRms, thdPlusNoiseRatio },
}: {
  playing: PlayProgress;
}) {
  return (
    <Grid templateColumns="repeat(auto-fill, minmax(250px, 1fr))" gap={4} mt={4}>
      {voltsRms.map((volts, k) => {
        const { value, unit } = shownLevel(loadWatts[k] ?? 0, volts);
        const ratio = thdPlusNoiseRatio[k] ?? null;
        return (
          <Box key={k}>
            <HStack gap={3} align="baseline">
              <Text fontSize="22px" fontWeight={700} color={channelLook(k).color}>
                {channelLetter(k)}
              </Text>
              <Reading value={value} unit={unit} />
            </HStack>
            <Text fontSize="15px" color="muted" pl="30px">
              {unit === "W" ? `${formatSignificant(volts, 4)} V RMS` : "RMS"}
              {ratio !== null && `, ${formatPercent(ratio, 2)} THD+N`}
            </Text>
          </Box>
        );
      })}
    </Grid>
  );
}

/** A name, what is seen of it, its limit, and their unit. */
type Watched = readonly [name: string, value: number | null, limit: number, unit: string];

/** By a thermometer, or predicted from its heat. */
const sinkSeen = (
  { sinkCelsius, predictedSinkCelsius }: PlayProgress,
  limitCelsius: number,
): Watched =>
  sinkCelsius === null && predictedSinkCelsius !== null
    ? ["heat sink, predicted", predictedSinkCelsius, limitCelsius, "°C"]
    : ["heat sink", sinkCelsius, limitCelsius, "°C"];

/** What the guards see, against what they allow. */
function GuardLine({
  playing,
  load,
  guards,
}: {
  playing: PlayProgress;
  load: Load;
  guards: Guards;
}) {
  const limits = guardLimits(guards, load);
  const most = (values: readonly number[]): number =>
    values.reduce((high, value) => Math.max(high, value), 0);
  const all: readonly Watched[] = [
    ["load", most(playing.loadWatts), limits.loadWatts, "W"],
    [
      "load surface",
      playing.loadCelsius.length > 0 ? most(playing.loadCelsius) : null,
      limits.loadCelsius,
      "°C",
    ],
    sinkSeen(playing, limits.sinkCelsius),
    ["mains", playing.mainsAmperes, limits.breakerAmperes, "A"],
  ];
  const seen = all.flatMap(([name, value, limit, unit]) =>
    value === null ? [] : [[name, value, limit, unit] as const],
  );
  const unseen = all.flatMap(([name, value]) => (value === null ? [name] : []));
  return (
    <HStack gap={6} mt={3} wrap="wrap" fontSize="15px" data-testid="guards">
      <Text color="muted">Guards on</Text>
      {seen.map(([name, value, limit, unit]) => (
        <Text
          key={name}
          whiteSpace="nowrap"
          fontWeight={value > 0.8 * limit ? 700 : 400}
          color={value > 0.8 * limit ? "ember" : undefined}
        >
          {name} <b>{formatSignificant(value, 3)}</b> of {formatSignificant(limit, 3)} {unit}
          {value > 0.8 * limit && ", near"}
        </Text>
      ))}
      {unseen.length > 0 && <Text color="muted">not measured here: {unseen.join(", ")}</Text>}
    </HStack>
  );
}

/** A change by hand that the run waits for. */
function AskedChange({ change, onChanged }: { change: string; onChanged(): void }) {
  useKeys(useMemo(() => [{ key: "g", label: "Changed, continue", run: onChanged }], [onChanged]));
  return (
    <HStack
      role="alert"
      bg="ochreWash"
      borderLeftWidth="4px"
      borderColor="ochre"
      borderRadius="6px"
      px={4}
      py={3}
      mb={3}
      justify="space-between"
    >
      <Text fontSize="18px" fontWeight={700}>
        The output is muted. {change}
      </Text>
      <ActionButton tone="primary" hotkey="G" minH="52px" px={5} onClick={onChanged}>
        Changed, continue
      </ActionButton>
    </HStack>
  );
}
