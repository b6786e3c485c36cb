"use client";
import { settingName } from "@/phrasing";
import { Box, HStack, Text } from "@chakra-ui/react";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { SinkFacts } from "@/core/drive";
import { findingText } from "@/core/outcome";
import type { RunKind } from "@/core/run";
import { formatHertz, formatSignificant } from "@/core/units";
import {
  guardLimits,
  isBridgedRun,
  placesPlayed,
  type Amplifier,
  type Guards,
  type Load,
} from "@/records";
import type { NamedSetup } from "@/records/facts";
import type { RampLimit } from "@/pipeline/liveBench";
import { useChain } from "../../frame/chainState";
import { ActionButton } from "../../parts/ActionButton";
import { useKeys } from "../../parts/keys";
import { ChoiceField, held } from "../../parts/fields";
import type { JobBench } from "../engine/benchOfJob";
import type { PlayedOn } from "../playedOn";
import { UploadFailed } from "../uploadRun";
import { rememberSink, warmSink } from "../sinkWarmth";
import { useRunId } from "../useRunId";
import { keepReading } from "./keepReading";
import { probeText } from "./probeText";
import { Meters } from "./Meters";
import { StillThere } from "./StillThere";
import { useLive } from "./useLive";

export type LiveDriveProps = {
  kind: RunKind;
  amplifier: Amplifier;
  played: PlayedOn;
  load: Load;
  guards: Guards;
  /** What its heat sink is predicted by where no thermometer is on it; null where it is simulated. */
  sink: SinkFacts | null;
  setUp: NamedSetup;
  channelsDriven: number;
  frequencyHz: number;
  onStored(runId: string): void;
};

/** Where an automatic climb ends. */
const CLIMB_LIMITS: Record<string, { label: string; limit: RampLimit }> = {
  "flat-tops": { label: "clipping", limit: { kind: "flat-tops" } },
  "1": { label: "1 % THD+N", limit: { kind: "distortion", ratio: 0.01 } },
  "0.1": { label: "0.1 % THD+N", limit: { kind: "distortion", ratio: 0.001 } },
};

/** For a tone that is held: how often it asks whether somebody is there. */
const ASK_MINUTES = ["5", "15", "30", "60"] as const satisfies readonly string[];

/** Silence of what plays now; it stays the same thing while all around is redrawn. */
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
  sink,
  setUp,
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
        note: ["Amplifier", played.isSimulated ? "simulated" : "", settingName(setUp.setting)]
          .filter(Boolean)
          .join(", "),
        value: `${reading.channels.length === 1 ? "one channel" : `${reading.channels.length} channels`} driven`,
        isLive,
      },
      load: {
        note: ["Load", probeText(reading.channels[0].loadCelsius)].join(" "),
        value: `${formatSignificant(Math.max(...reading.channels.map(({ powerWatts }) => powerWatts)), 3)} W each`,
        isLive,
      },
      probe: { note: played.isSimulated ? "Probe, simulated" : "Probe", value: "live", isLive },
      mute: () => {
        mute();
        void worker()?.muteLive();
      },
    });
  }, [reading, frequencyHz, played.isSimulated, setUp.setting, mute, setChain, worker]);
  useEffect(() => {
    if (reading) rememberSink(amplifier.id, sink, reading);
  }, [amplifier.id, sink, reading]);
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
        setMessage("The live bench does not respond; switch it on again."),
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
    setMessage("Nobody confirmed, so the output was turned off. Switch the live bench on again.");
  }, [switchOff]);
  const switchOn = () => {
    setMessage(null);
    setHeld(false);
    const found = played.bench(load);
    if (!found.ok) return setMessage(findingText(found.finding));
    playedOn.current = found.value;
    void on({
      instrument: found.value.instrument,
      loadOhms: placesPlayed(load, channelsDriven, setUp.setup).map((k) => load.channels[k].ohms),
      isBridged: isBridgedRun(kind, setUp.setup),
      frequencyHz,
      limits: { ...guardLimits(guards, load), sink: warmSink(amplifier.id, sink) },
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
        setUp,
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
          : "The reading failed; the output is still on. Try again.",
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
        <DriveKeys
          isTripped={reading.trip !== null}
          isHeld={isHeld}
          isTaking={isTaking}
          onPress={({ id, db }) => (db === undefined ? byId[id]?.() : turn(db))}
        />
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
          label="Limit"
          field={held(limit, onLimit)}
          choices={Object.entries(CLIMB_LIMITS).map(([value, { label }]) => ({ value, label }))}
        />
      </Box>
      {minutes !== null && (
        <Box w="220px">
          <ChoiceField
            id="ask-minutes"
            label="Ask whether I am present"
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

type DriveKey = { key: string; cap: string; label: string; words: string; id: string; db?: number };

const KEYS: readonly DriveKey[] = [
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
    label: "Raise to the limit automatically",
    words: "Find limit",
    id: "live-auto",
  },
  { key: "h", cap: "H", label: "Hold meters", words: "Hold", id: "live-hold" },
  { key: "t", cap: "T", label: "Take reading", words: "Take reading", id: "live-take" },
  { key: "o", cap: "O", label: "Switch the live bench off", words: "Off", id: "live-off" },
];

type DriveKeysProps = {
  isTripped: boolean;
  isHeld: boolean;
  isTaking: boolean;
  onPress(key: DriveKey): void;
};

/** What turns, holds and takes it. After a trip it can only be switched off, until that is acknowledged. */
function DriveKeys({ isTripped, isHeld, isTaking, onPress }: DriveKeysProps) {
  return (
    <HStack gap={2} wrap="wrap" mt={3}>
      {KEYS.map((driveKey) => {
        const { id, words, cap } = driveKey;
        return (
          <ActionButton
            key={id}
            id={id}
            hotkey={cap}
            minH="52px"
            px={4}
            tone={id === "live-take" || (id === "live-hold" && isHeld) ? "primary" : "quiet"}
            disabled={(id === "live-take" && isTaking) || (isTripped && id !== "live-off")}
            onClick={() => onPress(driveKey)}
          >
            {id === "live-hold" && isHeld ? "Resume" : words}
          </ActionButton>
        );
      })}
    </HStack>
  );
}
