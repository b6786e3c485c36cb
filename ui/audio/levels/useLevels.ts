"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import { InstrumentFault } from "@/bench/contract";
import { LevelCheck, type HeardLevel } from "@/bench/audio/LevelCheck";
import { findingText } from "@/core/outcome";
import { useBenchEngine } from "../../bench/engine/BenchEngine";
import { useChain } from "../../frame/chainState";
import { useAudio } from "../AudioProvider";
import type { OpenInterface } from "../openInterface";

export type PlayedTone = { outputs: readonly number[]; ratio: number };

/** The tone by which levels are found: at most one plays, and it ends with the screen, with Mute, or when something fails. */
export const useLevels = (device: OpenInterface) => {
  // A run has the interface: it is not to be disturbed.
  const isTaken = useBenchEngine().state.job !== null;
  const { setChain, rest } = useChain();
  const { mute } = useAudio();
  const check = useRef<LevelCheck | null>(null);
  const [played, setPlayed] = useState<PlayedTone | null>(null);
  const [heard, setHeard] = useState<readonly HeardLevel[] | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const silence = useCallback(() => {
    // What plays otherwise is not ours to end.
    if (!check.current) return;
    check.current.end();
    check.current = null;
    mute();
    setPlayed(null);
    setHeard(null);
    rest();
  }, [mute, rest]);
  useEffect(() => silence, [silence, device]);

  const fail = useCallback(
    (error: unknown) => {
      silence();
      setMessage(
        error instanceof InstrumentFault
          ? findingText(error.finding)
          : "The interface did not answer. Open it again.",
      );
    },
    [silence],
  );
  const checked = useCallback(
    () => (check.current ??= new LevelCheck(device.link(), device)),
    [device],
  );
  const play = useCallback(
    (tone: PlayedTone) => {
      setMessage(null);
      setHeard(null);
      setPlayed(tone);
      setChain({
        ...(tone.outputs.length > 0 && {
          source: { note: "Source", value: "1 kHz, level calibration", isLive: true },
        }),
        mute: silence,
      });
      const mine = checked();
      mine.play(tone.outputs, tone.ratio);
      const listen = async (): Promise<void> => {
        try {
          const levels = await mine.read();
          if (check.current !== mine) return;
          setHeard(levels);
          void listen();
        } catch (error) {
          if (check.current === mine) fail(error);
        }
      };
      void listen();
    },
    [checked, fail, setChain, silence],
  );
  /** Something that plays or listens for a moment by itself; null where it failed, which is said. */
  const once = useCallback(
    async <T>(work: (level: LevelCheck) => Promise<T>): Promise<T | null> => {
      silence();
      setMessage(null);
      setBusy(true);
      setChain({ source: { note: "Source", value: "a check", isLive: true }, mute: silence });
      const mine = checked();
      try {
        return await work(mine);
      } catch (error) {
        // Muted, or left: nothing went wrong.
        if (check.current === mine) fail(error);
        return null;
      } finally {
        setBusy(false);
        if (check.current === mine) silence();
      }
    },
    [checked, fail, setChain, silence],
  );
  return {
    played,
    heard,
    message,
    isTaken,
    isBusy: isBusy || isTaken,
    play,
    silence,
    once,
    say: setMessage,
  };
};

export type LevelsTab = ReturnType<typeof useLevels>;
