"use client";
import { settingName } from "@/phrasing";
import { Box } from "@chakra-ui/react";
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
import { RUN_KINDS } from "@/core/run";
import { formatHertz, formatSignificant, formatWithUnit } from "@/core/units";
import { NOTHING_UNDER_WAY, type BenchJob, type Guards, type Load, type UnderWay } from "@/records";
import { Cancelled } from "@/workers/benchClient";
import { useAudio } from "../../audio/AudioProvider";
import { silenceInstruments } from "../../network/silence";
import { StillThere } from "../live/StillThere";
import { useChain } from "../../frame/chainState";
import { keepUnderWay, UploadFailed } from "../uploadRun";
import { outputText } from "../playing/level";
import { changeText, loadChange } from "./changeText";
import {
  engineAfter,
  engineFound,
  underWayOf,
  type EngineEvent,
  type EngineState,
} from "./engineState";
import type { JobProgress } from "./playJob";

type Engine = {
  state: EngineState;
  start(jobs: readonly BenchJob[]): void;
  goOn(): void;
  resume(): void;
  discard(): void;
  /** The change that the run under way waits for is made. */
  changed(): void;
  cancel(): void;
  clear(): void;
};

const EngineContext = createContext<Engine | null>(null);
type Begun = Pick<Extract<EngineEvent, { type: "begun" }>, "job" | "queue" | "shots">;

/** The Bench itself asks for the run that it shows; asked twice at once the page would be loaded again, and what plays with it be lost. */
const isBenchShown = (): boolean => window.location.pathname.endsWith("/bench");

const ODD = "This failed. The recordings so far are saved; resume the run or discard it.";

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
  const { mute, state: audio } = useAudio();
  const [state, setState] = useState(() => engineFound(underWay));
  // What happens while a run plays follows from the newest state, not from that of the drawing that began it.
  const now = useRef(state);
  const tell = useCallback((event: EngineEvent): EngineState => {
    now.current = engineAfter(now.current, event);
    setState(now.current);
    return now.current;
  }, []);
  const control = useRef<AbortController | null>(null);
  const knownId = useRef(underWay.job?.id ?? null);
  const keep = useCallback(
    async (left: UnderWay): Promise<void> => {
      await keepUnderWay(amplifierId, left, knownId.current);
      knownId.current = left.job?.id ?? null;
    },
    [amplifierId],
  );
  /** Kept first and shown then, since what is shown of a stored run asks the server for it; shown even where it was not kept. */
  const keepThenTell = useCallback(
    async (event: EngineEvent): Promise<void> => {
      try {
        await keep(underWayOf(engineAfter(now.current, event)));
      } finally {
        tell(event);
        if (event.type === "stored" && !isBenchShown()) router.refresh();
      }
    },
    [keep, router, tell],
  );
  const latestRun = useRef<((run: Begun) => Promise<void>) | null>(null);
  const device = audio.status === "open" ? audio.device : null;
  const latest = useRef({ loads, guards, device });
  useEffect(() => {
    latest.current = { loads, guards, device };
  }, [loads, guards, device]);
  useEffect(() => () => control.current?.abort(), []);
  const changed = useRef(() => {});
  /** Silence of whatever a job is played on. */
  const silence = useCallback(
    (played: BenchJob["played"]) => {
      mute();
      if (played === "network instruments") silenceInstruments();
    },
    [mute],
  );
  /** Silence first, whatever becomes of the rest. */
  const stop = useCallback(() => {
    silence(now.current.job?.played);
    control.current?.abort();
  }, [silence]);

  const leave = useRef(() => {});
  /** Nobody answered: a soak ends where it is, and so does one that does not hear of that. What is being stored by then is let be. */
  const leaveSoak = useCallback(() => {
    const left = now.current.job;
    leave.current();
    setTimeout(() => {
      const { job, progress } = now.current;
      if (left && job?.id === left.id && progress?.playing) stop();
    }, LEFT_MILLISECONDS);
  }, [stop]);

  const run = useCallback(
    async ({ job, queue, shots }: Begun) => {
      const mine = new AbortController();
      control.current = mine;
      const clock = shotClock();
      setChain({ mute: stop });
      tell({ type: "begun", job, queue, shots, at: new Date().toISOString() });
      try {
        await keep(underWayOf(now.current));
        // Fetched only now, so that no page waits for what plays.
        const { playJob } = await import("./playJob");
        const outcome = await playJob(job, {
          amplifierId,
          loads: latest.current.loads,
          guards: latest.current.guards,
          device: () => latest.current.device,
          signal: mine.signal,
          shots,
          onProgress: (progress) => {
            tell({ type: "progressed", progress, secondsLeft: clock(progress) });
            setChain(liveChain(job, latest.current.loads, progress));
          },
          onLoad: async (load) => {
            tell({ type: "asked", change: loadChange(load, job, latest.current.loads) });
            await new Promise<void>((done) => {
              changed.current = done;
            });
            tell({ type: "asked", change: null });
          },
          onLeavable: (end) => {
            leave.current = end;
          },
          onShot: async (shot) => {
            tell({ type: "recorded", shot });
            await keep(underWayOf(now.current));
          },
        });
        if (!("id" in outcome)) return await keepThenTell({ type: "refused", finding: outcome });
        const pause = queue[0] ? changeText(job, queue[0], latest.current.loads) : null;
        await keepThenTell({ type: "stored", ...outcome, pause });
        // What was found lowers the level of those that follow.
        const [next, ...later] = now.current.queue;
        if (next && pause === null)
          setTimeout(() => void latestRun.current?.({ job: next, queue: later, shots: [] }), 0);
      } catch (error) {
        if (mine.signal.aborted || error instanceof Cancelled) tell({ type: "muted" });
        else tell({ type: "failed", message: error instanceof UploadFailed ? error.message : ODD });
      } finally {
        if (job.played) silence(job.played);
        rest();
      }
    },
    [amplifierId, keep, keepThenTell, rest, setChain, silence, stop, tell],
  );
  useEffect(() => {
    latestRun.current = run;
  }, [run]);

  const engine = useMemo<Engine>(
    () => ({
      state,
      start: ([job, ...queue]) => void (job && run({ job, queue, shots: [] })),
      goOn: () => {
        const [job, ...queue] = state.queue;
        if (job) void run({ job, queue, shots: [] });
      },
      resume: () => {
        const { job, queue, shots } = state.interrupted ?? NOTHING_UNDER_WAY;
        if (job) void run({ job, queue, shots });
      },
      discard: () => {
        tell({ type: "given-up" });
        void keep(underWayOf(now.current)).catch(() => {});
      },
      changed: () => changed.current(),
      cancel: stop,
      clear: () => void tell({ type: "cleared" }),
    }),
    [state, run, keep, stop, tell],
  );
  return (
    <EngineContext value={engine}>
      {children}
      {isRealSoak(state) && (
        <Box position="fixed" bottom={5} left="200px" right={5} zIndex="popover">
          <StillThere
            minutes={Number(state.job?.settings.askMinutes) || USUAL_ASK_MINUTES}
            onGone={leaveSoak}
          />
        </Box>
      )}
    </EngineContext>
  );
}

/** How long a soak may take to end by itself: a thermometer is slow. */
const LEFT_MILLISECONDS = 20_000;
/** Of a soak that was begun before it could be said. */
const USUAL_ASK_MINUTES = 15;

const isRealSoak = ({ job, progress }: EngineState): boolean =>
  job !== null &&
  progress !== null &&
  job.played !== undefined &&
  (RUN_KINDS[job.kind].isSoaked ?? false);

export const useBenchEngine = (): Engine => {
  const engine = useContext(EngineContext);
  if (!engine) throw new Error("the bench is used outside of BenchEngine");
  return engine;
};

/** Before this share is done a guess of the time left is worth nothing. */
const FIRST_GUESS_RATIO = 0.1;

/** Tells the time left of each recording; a new one starts it again. */
const shotClock = (): ((progress: JobProgress) => number | null) => {
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
  { playing, stage, doneRatio }: JobProgress,
) => {
  const reading = {
    reading: { note: stage, value: `${Math.round(100 * doneRatio)} %`, isLive: false },
  };
  const isSimulated = job.played === undefined;
  if (!playing)
    return {
      source: { note: "Source", value: isSimulated ? "simulated, ended" : "silent" },
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
      note: ["Amplifier", isSimulated ? "simulated" : "", settingName(job.setting)]
        .filter(Boolean)
        .join(", "),
      value: `${job.channelsDriven === 1 ? "one channel" : `${job.channelsDriven} channels`} driven`,
      isLive: true,
    },
    load: {
      note: `Load ${load ? formatSignificant(load.channels[0].ohms, 3) : ""} Ω`,
      value: `${outputText(most(playing.loadWatts), most(playing.voltsRms))} each`,
      isLive: true,
    },
    probe:
      job.played === undefined
        ? { note: "Probe, simulated", value: "24 bit, 192 kHz", isLive: true }
        : { note: "Measured with", value: job.played, isLive: true },
    ...reading,
  };
};
