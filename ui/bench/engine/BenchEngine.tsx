"use client";
import { useRouter } from "next/navigation";
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from "react";
import type { Finding } from "@/core/outcome";
import { formatHertz, formatSignificant, formatWithUnit } from "@/core/units";
import { NOTHING_UNDER_WAY, type BenchJob, type Guards, type Load, type UnderWay } from "@/records";
import { Cancelled } from "@/workers/benchClient";
import { useChain } from "../../frame/chainState";
import { keepUnderWay, UploadFailed } from "../uploadRun";
import { outputText } from "../playing/level";
import { changeText } from "./changeText";
import { playJob, type Progress } from "./playJob";

export type EngineState = {
  /** The run under way, and how far it is. */
  job: BenchJob | null;
  progress: Progress | null;
  /** Of the recording that plays, going by how fast it went so far. */
  secondsLeft: number | null;
  queue: readonly BenchJob[];
  /** A change of load or setting that must be made before the next run; output is at its least meanwhile. */
  pause: string | null;
  failure: { message: string; code: Finding["code"] | null } | null;
  /** A run that was broken off, with what it has. */
  interrupted: UnderWay | null;
  storedId: string | null;
};

type Engine = {
  state: EngineState;
  start(jobs: readonly BenchJob[]): void;
  goOn(): void;
  resume(): void;
  discard(): void;
  cancel(): void;
  clear(): void;
};

const EngineContext = createContext<Engine | null>(null);
const IDLE: EngineState = {
  job: null,
  progress: null,
  secondsLeft: null,
  queue: [],
  pause: null,
  failure: null,
  interrupted: null,
  storedId: null,
};

export type BenchEngineProps = {
  amplifierId: string;
  loads: readonly Load[];
  guards: Guards;
  underWay: UnderWay;
  children: ReactNode;
};

/**
 * Plays runs one after another, whichever stage is on screen. How far it has got is kept on the server after every recording, so that a
 * run whose page was closed can go on; a run itself is stored only when it is whole.
 */
export function BenchEngine({ amplifierId, loads, guards, underWay, children }: BenchEngineProps) {
  const router = useRouter();
  const { setChain, rest } = useChain();
  const [state, setState] = useState<EngineState>({
    ...IDLE,
    interrupted: underWay.job ? underWay : null,
  });
  const control = useRef<AbortController | null>(null);
  const knownId = useRef(underWay.job?.id ?? null);
  const keep = useCallback(
    async (now: UnderWay): Promise<void> => {
      await keepUnderWay(amplifierId, now, knownId.current);
      knownId.current = now.job?.id ?? null;
    },
    [amplifierId],
  );
  const latestRun = useRef<
    ((job: BenchJob, queue: readonly BenchJob[], before: UnderWay["shots"]) => Promise<void>) | null
  >(null);
  const latest = useRef({ loads, guards });
  useEffect(() => {
    latest.current = { loads, guards };
  }, [loads, guards]);
  useEffect(() => () => control.current?.abort(), []);

  const run = useCallback(
    async (job: BenchJob, queue: readonly BenchJob[], before: UnderWay["shots"]) => {
      const mine = new AbortController();
      control.current = mine;
      const clock = shotClock();
      let known: UnderWay = { job, shots: before, queue, startedAt: new Date().toISOString() };
      setChain({ mute: () => mine.abort() });
      setState({
        ...IDLE,
        job,
        queue,
        progress: { stage: "Starting", doneRatio: 0, playing: null },
      });
      try {
        await keep(known);
        const outcome = await playJob(job, {
          amplifierId,
          ...latest.current,
          signal: mine.signal,
          shots: before,
          onProgress: (progress) => {
            setState((now) => ({ ...now, progress, secondsLeft: clock(progress) }));
            setChain(liveChain(job, latest.current.loads, progress));
          },
          onShot: async (shot) => {
            known = { ...known, shots: [...known.shots, shot] };
            await keep(known);
          },
        });
        if (typeof outcome !== "string") {
          const [next, ...later] = queue;
          await keep(
            next ? { job: next, shots: [], queue: later, startedAt: "" } : NOTHING_UNDER_WAY,
          );
          setState({
            ...IDLE,
            queue,
            pause: next ? "see to what went wrong" : null,
            failure: { message: `${outcome.where}: ${outcome.advice}`, code: outcome.code },
          });
          return;
        }
        const [next, ...later] = queue;
        await keep(
          next ? { job: next, shots: [], queue: later, startedAt: "" } : NOTHING_UNDER_WAY,
        );
        router.refresh();
        if (!next) return setState({ ...IDLE, storedId: outcome });
        const pause = changeText(job, next, latest.current.loads);
        setState({ ...IDLE, storedId: outcome, queue, pause });
        if (pause === null) setTimeout(() => void latestRun.current?.(next, later, []), 0);
      } catch (error) {
        if (mine.signal.aborted || error instanceof Cancelled)
          setState({ ...IDLE, interrupted: known });
        else
          setState({
            ...IDLE,
            interrupted: known,
            failure: {
              message:
                error instanceof UploadFailed
                  ? error.message
                  : "This did not work. What was recorded so far is kept; go on, or give it up.",
              code: null,
            },
          });
      } finally {
        rest();
      }
    },
    [amplifierId, keep, rest, router, setChain],
  );
  useEffect(() => {
    latestRun.current = run;
  }, [run]);

  const engine = useMemo<Engine>(
    () => ({
      state,
      start: ([first, ...queue]) => void (first && run(first, queue, [])),
      goOn: () => void (state.queue[0] && run(state.queue[0], state.queue.slice(1), [])),
      resume: () =>
        void (
          state.interrupted?.job &&
          run(state.interrupted.job, state.interrupted.queue, state.interrupted.shots)
        ),
      discard: () => {
        setState(IDLE);
        void keep(NOTHING_UNDER_WAY).catch(() => {});
      },
      cancel: () => control.current?.abort(),
      clear: () => setState((now) => ({ ...now, failure: null, storedId: null })),
    }),
    [state, run, keep],
  );
  return <EngineContext value={engine}>{children}</EngineContext>;
}

export const useBenchEngine = (): Engine => {
  const engine = useContext(EngineContext);
  if (!engine) throw new Error("the bench is used outside of BenchEngine");
  return engine;
};

/** Before this share is done a guess of the time left is worth nothing. */
const FIRST_GUESS_RATIO = 0.1;

/** Tells the time left of each recording; a new one starts it anew. */
const shotClock = (): ((progress: Progress) => number | null) => {
  let stage = "",
    begun = 0;
  return (progress) => {
    if (progress.stage !== stage) [stage, begun] = [progress.stage, performance.now()];
    return progress.doneRatio < FIRST_GUESS_RATIO
      ? null
      : ((performance.now() - begun) / 1000) * (1 / progress.doneRatio - 1);
  };
};

const liveChain = (
  job: BenchJob,
  loads: readonly Load[],
  { playing, stage, doneRatio }: Progress,
) => {
  const reading = {
    reading: { note: stage, value: `${Math.round(100 * doneRatio)} %`, isLive: false },
  };
  if (!playing)
    return {
      source: { note: "Source", value: "simulated, ended" },
      amplifier: { note: "Amplifier", value: "at rest" },
      load: { note: "Load", value: "0 W" },
      ...reading,
    };
  const load = loads.find(({ id }) => id === job.loadId);
  const most = (values: readonly number[]): number =>
    values.reduce((high, value) => Math.max(high, value), 0);
  return {
    source: {
      note: `Source ${formatWithUnit(playing.driveVoltsRms, "V")}`,
      value:
        typeof job.settings.frequencyHz === "number"
          ? formatHertz(job.settings.frequencyHz)
          : playing.label,
      isLive: true,
    },
    amplifier: {
      note: "Amplifier, simulated",
      value: `${job.channelsDriven === 1 ? "one channel" : `${job.channelsDriven} channels`} driven`,
      isLive: true,
    },
    load: {
      note: `Load ${load ? formatSignificant(load.channels[0].ohms, 3) : ""} Ω`,
      value: `${outputText(most(playing.loadWatts), most(playing.voltsRms))} each`,
      isLive: true,
    },
    probe: { note: "Probe, simulated", value: "24 bit, 192 kHz", isLive: true },
    ...reading,
  };
};
