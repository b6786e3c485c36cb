import { isNearLoad } from "@/core/power";
import type { HeatModel, PlannedRun, Timeline } from "@/core/plan";
import type { RunKind } from "@/core/run";
import type { RunEntry } from "@/records";
import { whySkipped, type Ready } from "./planned";

/** How a place on the track stands: made; the next to make; open; one that has to wait; one that was tried and could not be; only runs that were struck out. */
export type TrackState = "made" | "next" | "open" | "waits" | "failed" | "struck";

/** What a run warms: how far the hottest body gets towards its limit, zero at rest and one at the limit. */
export type TrackHeat = { bodyName: string; endCelsius: number; ratio: number };

/** One place on the track: a planned run, what was made of it, and its repeats; or runs that no plan asked for. */
export type TrackPlace = {
  key: string;
  kind: RunKind;
  loadOhms: number;
  channelsDriven: number;
  setting: string;
  state: TrackState;
  /** Why it has to wait, or could not be. */
  reason: string | null;
  /** Runs that were made of it, newest first; those that were struck out among them. */
  runs: readonly RunEntry[];
  plannedId: string | null;
  heat: TrackHeat | null;
  /** Pause before it that the heat asks for; zero for what is made. */
  coolSeconds: number;
};

/** What the track is made of. @see heatModel for the bodies */
export type TrackFacts = {
  planned: readonly PlannedRun[];
  /** Newest first. */
  runs: readonly RunEntry[];
  ready: Ready;
  schedule: TrackSchedule | null;
  /** Runs that were tried and could not be, with what was found instead. */
  failed?: readonly FailedRun[];
};

export type FailedRun = Conditions & { message: string };

export type TrackSchedule = Pick<Timeline, "entries"> &
  Pick<HeatModel, "ambientCelsius" | "bodies">;

/** The plan as the spine, with the runs that were made of it; then what was made beside it, in order of time. */
export const runTrack = ({
  planned,
  runs,
  ready,
  schedule,
  failed = [],
}: TrackFacts): TrackPlace[] => {
  const left = new Set(runs);
  const ofPlan = planned.map((each): TrackPlace => {
    const made = [...left].filter((run) => isOf(run, each));
    made.forEach((run) => left.delete(run));
    const waits = whySkipped(each, ready);
    const failure = failed.find((other) => isAlike(other, each))?.message ?? null;
    const state = stateOf(made, { waits, failure });
    return {
      key: each.id,
      kind: each.kind,
      loadOhms: each.loadOhms,
      channelsDriven: each.channelsDriven,
      setting: each.setting,
      state,
      reason: reasonOf(state, { waits, failure }),
      runs: made,
      plannedId: each.id,
      heat: heatOf(each, schedule),
      coolSeconds: state === "made" ? 0 : coolBefore(each, schedule),
    };
  });
  const next = ofPlan.find(({ state }) => state === "open" || state === "struck");
  return [
    ...ofPlan.map((place) => (place === next ? { ...place, state: "next" as const } : place)),
    ...besideThePlan([...left].toReversed()),
  ];
};

type Hindrance = { waits: string | null; failure: string | null };

const reasonOf = (state: TrackState, { waits, failure }: Hindrance): string | null => {
  if (state === "waits") return waits;
  return state === "failed" ? failure : null;
};

const stateOf = (made: readonly RunEntry[], { waits, failure }: Hindrance): TrackState => {
  if (made.some(({ isStruck }) => !isStruck)) return "made";
  if (waits !== null) return "waits";
  if (failure !== null) return "failed";
  return made.length > 0 ? "struck" : "open";
};

type Conditions = Pick<PlannedRun, "kind" | "loadOhms" | "channelsDriven" | "setting">;

const isAlike = (one: Conditions, other: Conditions): boolean =>
  one.kind === other.kind &&
  one.setting === other.setting &&
  one.channelsDriven === other.channelsDriven &&
  isNearLoad(one.loadOhms, other.loadOhms);

const isOf = (run: RunEntry, conditions: Conditions): boolean =>
  isAlike({ ...run, loadOhms: run.nominalOhms }, conditions);

/** Runs that no plan asked for, repeats together. @param runs oldest first */
const besideThePlan = (runs: readonly RunEntry[]): TrackPlace[] => {
  const places: { first: Conditions; runs: RunEntry[] }[] = [];
  for (const run of runs) {
    const known = places.find(({ first }) => isOf(run, first));
    if (known) known.runs.unshift(run);
    else places.push({ first: { ...run, loadOhms: run.nominalOhms }, runs: [run] });
  }
  return places.map(({ first: { kind, loadOhms, channelsDriven, setting }, runs: own }) => ({
    key: own[own.length - 1].id,
    kind,
    loadOhms,
    channelsDriven,
    setting,
    state: own.some(({ isStruck }) => !isStruck) ? "made" : "struck",
    reason: null,
    runs: own,
    plannedId: null,
    heat: null,
    coolSeconds: 0,
  }));
};

const entryFor = ({ id }: PlannedRun, schedule: TrackSchedule | null) =>
  schedule?.entries.find(({ run }) => run.id === id);

const coolBefore = (run: PlannedRun, schedule: TrackSchedule | null): number =>
  entryFor(run, schedule)?.coolSeconds ?? 0;

const heatOf = (run: PlannedRun, schedule: TrackSchedule | null): TrackHeat | null => {
  const entry = entryFor(run, schedule);
  if (!schedule || !entry) return null;
  const { ambientCelsius, bodies } = schedule;
  const heats = bodies.map(({ name, mostCelsius }, k) => ({
    bodyName: name,
    endCelsius: entry.endCelsius[k],
    ratio: Math.max(0, (entry.endCelsius[k] - ambientCelsius) / (mostCelsius - ambientCelsius)),
  }));
  return heats.reduce<TrackHeat | null>(
    (hottest, heat) => (hottest && hottest.ratio >= heat.ratio ? hottest : heat),
    null,
  );
};

/** What a track can be narrowed to; null takes all. */
export type TrackFilter = {
  kind: RunKind | null;
  loadOhms: number | null;
  channelsDriven: number | null;
};

export const NO_FILTER: TrackFilter = { kind: null, loadOhms: null, channelsDriven: null };

export const isThrough = (place: TrackPlace, filter: TrackFilter): boolean =>
  (filter.kind === null || place.kind === filter.kind) &&
  (filter.channelsDriven === null || place.channelsDriven === filter.channelsDriven) &&
  (filter.loadOhms === null || isNearLoad(place.loadOhms, filter.loadOhms));
