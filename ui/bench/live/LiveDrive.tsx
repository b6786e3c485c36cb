"use client";
import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { findingText } from "@/core/outcome";
import type { RunKind } from "@/core/run";
import { formatHertz, formatPercent, formatSignificant, amplitudeRatioToDb } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import { guardLimits, type Amplifier, type Guards, type Load } from "@/records";
import type { LiveReading, RampLimit } from "@/pipeline/liveBench";
import { channelLook } from "@/drawing/channelLook";
import { useSize } from "../../charts/useSize";
import { useChain } from "../../frame/chainState";
import { ActionButton } from "../../parts/ActionButton";
import { useKeys } from "../../parts/keys";
import { Reading } from "../../parts/Reading";
import { LiveSpectrum } from "../playing/LiveSpectrum";
import { LiveWave } from "../playing/LiveWave";
import { ChoiceField, held } from "../../parts/fields";
import type { JobBench } from "../engine/benchOfJob";
import type { PlayedOn } from "../playedOn";
import { UploadFailed } from "../uploadRun";
import { useRunId } from "../useRunId";
import { keepReading } from "./keepReading";
import { FlatTops } from "./FlatTops";
import { StillThere } from "./StillThere";
import { useLive } from "./useLive";

export type LiveDriveProps = {
  kind: RunKind;
  amplifier: Amplifier;
  played: PlayedOn;
  load: Load;
  guards: Guards;
  channelsDriven: number;
  frequencyHz: number;
  onStored(runId: string): void;
};

/** Where an automatic climb ends. */
const CLIMB_LIMITS: Record<string, { label: string; limit: RampLimit }> = {
  "flat-tops": { label: "flat tops", limit: { kind: "flat-tops" } },
  "1": { label: "1 % THD+N", limit: { kind: "distortion", ratio: 0.01 } },
  "0.1": { label: "0.1 % THD+N", limit: { kind: "distortion", ratio: 0.001 } },
};

/** For a tone that is held: how often it asks whether somebody is there. */
const ASK_MINUTES = ["5", "15", "30", "60"] as const satisfies readonly string[];

/** Silence of what plays now; it stays the same thing while all around is drawn anew. */
const useSilence = ({ silence }: PlayedOn): (() => void) => {
  const latest = useRef(silence);
  useEffect(() => {
    latest.current = silence;
  }, [silence]);
  return useCallback(() => latest.current(), []);
};

/** The drive by hand while the meters run: up and down in tenths and whole decibels, automatic to the limit, hold, take, and mute. */
export function LiveDrive({
  kind,
  amplifier,
  played,
  load,
  guards,
  channelsDriven,
  frequencyHz,
  onStored,
}: LiveDriveProps) {
  const { state, on, off, hold, worker } = useLive();
  const { setChain, rest } = useChain();
  const mute = useSilence(played);
  const playedOn = useRef<JobBench | null>(null);
  const [climbLimit, setClimbLimit] = useState("flat-tops");
  const runId = useRunId();
  const [isHeld, setHeld] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  const [isTaking, setTaking] = useState(false);
  const [askMinutes, setAskMinutes] = useState<string>(ASK_MINUTES[1]);
  const reading = state.status === "on" ? state.reading : null;
  const isOn = reading !== null;

  useEffect(() => {
    if (!reading) return;
    const isLive = reading.driveVoltsRms > 0.001 * reading.mostDriveVoltsRms;
    setChain({
      source: {
        note: `Source ${formatSignificant(reading.driveVoltsRms, 3)} V`,
        value: formatHertz(frequencyHz),
        isLive,
      },
      amplifier: {
        note: played.isSimulated ? "Amplifier, simulated" : "Amplifier",
        value: `${reading.channels.length === 1 ? "one channel" : `${reading.channels.length} channels`} driven`,
        isLive,
      },
      load: {
        note: ["Load", celsiusText(reading.channels[0].loadCelsius)].join(" "),
        value: `${formatSignificant(Math.max(...reading.channels.map(({ powerWatts }) => powerWatts)), 3)} W each`,
        isLive,
      },
      probe: { note: played.isSimulated ? "Probe, simulated" : "Probe", value: "live", isLive },
      mute: () => {
        mute();
        void worker()?.muteLive();
      },
    });
  }, [reading, frequencyHz, played.isSimulated, mute, setChain, worker]);
  useEffect(
    () => () => {
      // What plays otherwise is not ours to end.
      if (playedOn.current) mute();
      rest();
    },
    [mute, rest],
  );

  const act = (work: (playing: NonNullable<ReturnType<typeof worker>>) => Promise<unknown>) => {
    const playing = worker();
    if (playing)
      void work(playing).catch(() =>
        setMessage("The live bench does not answer; switch it on again."),
      );
  };
  const turn = (db: number) => act((bench) => bench.turnLive(db));
  const turnHold = () => {
    hold(!isHeld);
    setHeld(!isHeld);
  };
  const switchOff = useCallback(() => {
    mute();
    off();
    playedOn.current = null;
  }, [mute, off]);
  const leave = useCallback(() => {
    switchOff();
    setMessage(
      "Nobody answered, so that the output was turned off. Switch the live bench on again.",
    );
  }, [switchOff]);
  const switchOn = () => {
    setMessage(null);
    setHeld(false);
    const found = played.bench(load);
    if (!found.ok) return setMessage(findingText(found.finding));
    playedOn.current = found.value;
    void on({
      instrument: found.value.instrument,
      loadOhms: load.channels.slice(0, channelsDriven).map(({ ohms }) => ohms),
      frequencyHz,
      limits: guardLimits(guards, load),
    });
  };
  const byId: Record<string, () => void> = {
    "live-auto": () => act((bench) => bench.climbLive(CLIMB_LIMITS[climbLimit].limit)),
    "live-hold": turnHold,
    "live-take": () => void take(),
    "live-off": switchOff,
  };
  const take = async () => {
    const playing = worker();
    if (!playing || !playedOn.current || isTaking) return;
    setTaking(true);
    try {
      const taken = await playing.takeLive();
      const id = await keepReading(taken, {
        id: runId.current(),
        kind,
        amplifierId: amplifier.id,
        bench: playedOn.current,
        confirmations: played.confirmations,
        load,
        channelsDriven,
        frequencyHz,
      });
      if (typeof id !== "string") return setMessage(findingText(id));
      runId.stored();
      switchOff();
      onStored(id);
    } catch (error) {
      setMessage(
        error instanceof UploadFailed
          ? error.message
          : "This reading could not be taken; it still plays. Try again.",
      );
    } finally {
      setTaking(false);
    }
  };
  useKeys(
    useMemo(
      () =>
        isOn
          ? KEYS.map(({ key, label, id }) => ({
              key,
              label,
              run: () => document.getElementById(id)?.click(),
            }))
          : [],
      [isOn],
    ),
  );
  const text = message ?? (state.status === "failed" ? state.message : null);
  return (
    <Box data-testid="live">
      {!isOn && (
        <Beginning
          limit={climbLimit}
          onLimit={setClimbLimit}
          minutes={played.isSimulated ? null : askMinutes}
          onMinutes={setAskMinutes}
          isStarting={state.status === "starting"}
          onBegin={switchOn}
        />
      )}
      {text && (
        <Text role="alert" color="ember" fontWeight={600} mt={2}>
          {text}
        </Text>
      )}
      {isOn && !played.isSimulated && <StillThere minutes={Number(askMinutes)} onGone={leave} />}
      {reading && (
        <Meters reading={reading} isHeld={isHeld} limitLabel={CLIMB_LIMITS[climbLimit].label} />
      )}
      {reading && (
        <HStack gap={2} wrap="wrap" mt={3}>
          {KEYS.map(({ id, words, cap, db }) => (
            <ActionButton
              key={id}
              id={id}
              hotkey={cap}
              minH="52px"
              px={4}
              tone={id === "live-take" || (id === "live-hold" && isHeld) ? "primary" : "quiet"}
              disabled={
                (id === "live-take" && isTaking) || (reading.trip !== null && id !== "live-off")
              }
              onClick={() => (db === undefined ? byId[id]?.() : turn(db))}
            >
              {id === "live-hold" && isHeld ? "Run on" : words}
            </ActionButton>
          ))}
        </HStack>
      )}
    </Box>
  );
}

type BeginningProps = {
  limit: string;
  onLimit(limit: string): void;
  /** null where nothing real is driven, so that nobody need be there. */
  minutes: string | null;
  onMinutes(minutes: string): void;
  isStarting: boolean;
  onBegin(): void;
};

/** What is chosen before anything sounds. */
function Beginning({ limit, onLimit, minutes, onMinutes, isStarting, onBegin }: BeginningProps) {
  return (
    <HStack gap={4} align="end" wrap="wrap">
      <Box w="220px">
        <ChoiceField
          id="climb-limit"
          label="“To the limit” means"
          field={held(limit, onLimit)}
          choices={Object.entries(CLIMB_LIMITS).map(([value, { label }]) => ({ value, label }))}
        />
      </Box>
      {minutes !== null && (
        <Box w="220px">
          <ChoiceField
            id="ask-minutes"
            label="Ask whether I am still there"
            field={held(minutes, onMinutes)}
            choices={ASK_MINUTES.map((value) => ({ value, label: `every ${value} minutes` }))}
          />
        </Box>
      )}
      <ActionButton tone="primary" onClick={onBegin} disabled={isStarting}>
        Switch the live bench on
      </ActionButton>
    </HStack>
  );
}

const celsiusText = (celsius: number | null): string =>
  celsius === null ? "" : `${formatSignificant(celsius, 3)} °C`;

const hottest = ({ channels }: LiveReading): number =>
  Math.max(...channels.map(({ loadCelsius }) => loadCelsius ?? -Infinity));

const KEYS: readonly {
  key: string;
  cap: string;
  label: string;
  words: string;
  id: string;
  db?: number;
}[] = [
  { key: "ArrowUp", cap: "↑", label: "Drive up 0.1 dB", words: "+0.1 dB", id: "live-up", db: 0.1 },
  {
    key: "ArrowDown",
    cap: "↓",
    label: "Drive down 0.1 dB",
    words: "−0.1 dB",
    id: "live-down",
    db: -0.1,
  },
  { key: "PageUp", cap: "PgUp", label: "Drive up 1 dB", words: "+1 dB", id: "live-up-1", db: 1 },
  {
    key: "PageDown",
    cap: "PgDn",
    label: "Drive down 1 dB",
    words: "−1 dB",
    id: "live-down-1",
    db: -1,
  },
  {
    key: "a",
    cap: "A",
    label: "Climb to the limit by itself",
    words: "To the limit",
    id: "live-auto",
  },
  { key: "h", cap: "H", label: "Hold the meters", words: "Hold", id: "live-hold" },
  { key: "t", cap: "T", label: "Take the reading", words: "Take it", id: "live-take" },
  { key: "o", cap: "O", label: "Switch the live bench off", words: "Off", id: "live-off" },
];

function Meters({
  reading,
  isHeld,
  limitLabel,
}: {
  reading: LiveReading;
  isHeld: boolean;
  limitLabel: string;
}) {
  const { trip, ramp } = reading;
  const [ref, { widthPx }] = useSize<HTMLDivElement>({ widthPx: 600, heightPx: 150 });
  return (
    <Box>
      {trip && (
        <Box
          role="alert"
          bg="emberSolid"
          color="onEmber"
          borderRadius="control"
          px={4}
          py={2.5}
          mb={3}
        >
          <Text fontWeight={700} fontSize="17px">
            Guard: output turned down.
          </Text>
          <Text>{trip.text} Press Esc to acknowledge it, then raise the drive anew.</Text>
        </Box>
      )}
      <Flex gap={5} align="center" wrap="wrap">
        <LiveWave glimpse={reading.glimpse} width={170} height={100} />
        <Box flex="1 1 420px" minW={0}>
          {reading.channels.map((channel, k) => (
            <Box key={k} mb={2} data-testid={`live-${channelLetter(k)}`}>
              <HStack gap={3} align="baseline">
                <Text fontSize="20px" fontWeight={700} color={channelLook(k).color}>
                  {channelLetter(k)}
                </Text>
                <Box minW="160px">
                  <Reading value={formatSignificant(channel.powerWatts, 3)} unit="W" />
                </Box>
                <FlatTops flattening={channel.flattening} />
              </HStack>
              <Text fontSize="15px" color="muted" pl="26px">
                {formatSignificant(channel.voltsRms, 4)} V RMS, peak{" "}
                {formatSignificant(channel.voltsPeak, 3)} V,{" "}
                {channel.thdPlusNoiseRatio === null
                  ? "no tone"
                  : `${formatPercent(channel.thdPlusNoiseRatio, 2)} THD+N`}
              </Text>
            </Box>
          ))}
        </Box>
      </Flex>
      <Box ref={ref} minW={0}>
        <LiveSpectrum glimpse={reading.glimpse} width={widthPx} height={150} />
      </Box>
      <Text fontSize="15px" mt={1} data-testid="live-drive">
        Drive <b>{formatSignificant(reading.driveVoltsRms, 4)} V</b>,{" "}
        {formatSignificant(
          amplitudeRatioToDb(reading.driveVoltsRms / reading.mostDriveVoltsRms),
          3,
        )}{" "}
        dB of the source’s most.{" "}
        {reading.sinkCelsius === null
          ? "Nothing here tells temperatures or mains: watch them yourself."
          : `Load ${celsiusText(hottest(reading))}, heat sink ${celsiusText(reading.sinkCelsius)}, mains ${formatSignificant(reading.mainsWatts ?? 0, 3)} W.`}
        {isHeld && <b> Held.</b>}
        {ramp && (
          <b>
            {" "}
            {ramp.phase === "ended"
              ? {
                  limit: `At the limit: just below ${limitLabel}.`,
                  source: "The source gives no more.",
                  "never-within": "Past the limit from the first level on.",
                }[ramp.end ?? "limit"]
              : `${ramp.phase === "coarse" ? "Climbing by 1" : "Closing in by 0.1"} dB…`}
          </b>
        )}
      </Text>
    </Box>
  );
}
