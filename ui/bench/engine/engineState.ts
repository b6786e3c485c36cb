import type { Finding } from "@/core/outcome";
import {
  MOST_REFUSED,
  NOTHING_UNDER_WAY,
  type BenchJob,
  type RefusedRun,
  type UnderWay,
  type UnderWayShot,
} from "@/records";
import type { JobProgress } from "./playJob";

/** Where the bench is with its runs. */
export type EngineState = {
  /** The run under way, the recordings that it has, and how far it is. */
  job: BenchJob | null;
  shots: readonly UnderWayShot[];
  startedAt: string;
  progress: JobProgress | null;
  /** Of the recording that plays, going by how fast it went so far. */
  secondsLeft: number | null;
  queue: readonly BenchJob[];
  /** A change of load or setting that must be made before the next run; output is at its least meanwhile. */
  pause: string | null;
  /** A change of load that the run under way waits for; output is silent meanwhile. */
  asked: string | null;
  failure: { message: string; code: Finding["code"] | null } | null;
  /** Runs that could not be: each until it is made after all. */
  refused: readonly RefusedRun[];
  /** What was seen of the output last, for the moments when nothing plays. */
  lastSeen: JobProgress["playing"];
  /** A run that was broken off, with what it has. */
  interrupted: UnderWay | null;
  storedId: string | null;
};

/** What can happen to the bench, whoever tells it. */
export type EngineEvent =
  | {
      type: "begun";
      job: BenchJob;
      queue: readonly BenchJob[];
      /** Recordings from before it was broken off. */
      shots: readonly UnderWayShot[];
      /** UTC text. */
      at: string;
    }
  | { type: "progressed"; progress: JobProgress; secondsLeft: number | null }
  | { type: "recorded"; shot: UnderWayShot }
  /** It waits for a change by hand, or goes on after it. */
  | { type: "asked"; change: string | null }
  /** It is whole and stored. `pause` is what must be changed by hand before the next run. */
  | { type: "stored"; id: string; pause: string | null; foundWatts: number | null }
  /** The run itself says that it cannot be. */
  | { type: "refused"; finding: Finding }
  | { type: "muted" }
  /** Something else went wrong; what was recorded stays. */
  | { type: "failed"; message: string }
  | { type: "given-up" }
  | { type: "cleared" };

export const IDLE: EngineState = {
  job: null,
  shots: [],
  startedAt: "",
  progress: null,
  secondsLeft: null,
  queue: [],
  pause: null,
  asked: null,
  failure: null,
  refused: [],
  lastSeen: null,
  interrupted: null,
  storedId: null,
};

/** The bench as it is found when its page comes up: at rest, or with a run that was broken off. */
export const engineFound = (underWay: UnderWay): EngineState => ({
  ...IDLE,
  refused: underWay.refused,
  interrupted: underWay.job ? underWay : null,
});

const STARTING: JobProgress = { stage: "Starting", doneRatio: 0, playing: null };

/** What is left of the run under way, to go on with later. */
const brokenOff = ({ job, shots, queue, startedAt, refused }: EngineState): UnderWay => ({
  job,
  shots,
  queue,
  startedAt,
  refused,
});

/** Runs into the same load take no more for their full level than the amplifier was found to give. */
const loweredTo = (
  foundWatts: number | null,
  job: BenchJob | null,
  queue: readonly BenchJob[],
): readonly BenchJob[] =>
  foundWatts === null
    ? queue
    : queue.map((next) =>
        next.loadId === job?.loadId && (!next.level || next.level.watts > foundWatts)
          ? { ...next, level: { watts: foundWatts, from: "found" as const } }
          : next,
      );

/** At rest, with what is remembered from run to run. */
const rested = ({ refused }: EngineState): EngineState => ({ ...IDLE, refused });

type Planned = Omit<RefusedRun, "message">;

/** The same run of the plan. */
const isSame = (one: Planned, other: Planned): boolean =>
  one.kind === other.kind &&
  one.loadId === other.loadId &&
  one.channelsDriven === other.channelsDriven &&
  one.setting === other.setting;

const afterRefusal = (
  state: EngineState,
  { where, advice, code }: Pick<Finding, "where" | "advice" | "code">,
): EngineState => {
  const message = `${where}: ${advice}`;
  return {
    ...rested(state),
    refused: state.job ? withRefused(state.refused, state.job, message) : state.refused,
    queue: state.queue,
    pause: state.queue.length > 0 ? "fix the problem" : null,
    failure: { message, code },
  };
};

const MOST_LETTERS = 1000;

const withRefused = (
  before: readonly RefusedRun[],
  { kind, loadId, channelsDriven, setting }: BenchJob,
  message: string,
): readonly RefusedRun[] => {
  const run = { kind, loadId, channelsDriven, setting, message: message.slice(0, MOST_LETTERS) };
  return [...before.filter((each) => !isSame(each, run)), run].slice(-MOST_REFUSED);
};

const afterProgress = (
  state: EngineState,
  { progress, secondsLeft }: Extract<EngineEvent, { type: "progressed" }>,
): EngineState =>
  // Messages of a worker that was ended may still be under way.
  state.job
    ? { ...state, progress, secondsLeft, lastSeen: progress.playing ?? state.lastSeen }
    : state;

export const engineAfter = (state: EngineState, event: EngineEvent): EngineState => {
  switch (event.type) {
    case "begun": {
      const { job, queue, shots, at } = event;
      return { ...rested(state), job, queue, shots, startedAt: at, progress: STARTING };
    }
    case "progressed":
      return afterProgress(state, event);
    case "asked":
      return { ...state, asked: event.change };
    case "recorded":
      return { ...state, shots: [...state.shots, event.shot] };
    case "stored":
      return {
        ...rested(state),
        refused: state.refused.filter((each) => !state.job || !isSame(each, state.job)),
        storedId: event.id,
        queue: loweredTo(event.foundWatts, state.job, state.queue),
        pause: event.pause,
      };
    case "refused":
      return afterRefusal(state, event.finding);
    case "muted":
      return state.job ? { ...rested(state), interrupted: brokenOff(state) } : state;
    case "failed": {
      const failure = { message: event.message, code: null };
      // After its run was stored there is nothing left to break off.
      return state.job
        ? { ...rested(state), interrupted: brokenOff(state), failure }
        : { ...state, failure };
    }
    case "given-up":
      return rested(state);
    case "cleared":
      return { ...state, failure: null, storedId: null };
  }
};

/** What is kept on the server of a state, so that a page that comes later finds it. */
export const underWayOf = (state: EngineState): UnderWay => {
  if (state.job) return brokenOff(state);
  const { refused } = state;
  if (state.interrupted) return { ...state.interrupted, refused };
  const [job, ...queue] = state.queue;
  return job ? { ...NOTHING_UNDER_WAY, job, queue, refused } : { ...NOTHING_UNDER_WAY, refused };
};
