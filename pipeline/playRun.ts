import {
  InstrumentFault,
  playedLayout,
  type Connected,
  type Instrument,
  type InstrumentFacts,
  type RecordingMoment,
  type Wiring,
} from "@/bench/contract";
import { instrumentOf, type InstrumentDescription } from "@/bench/instruments";
import { TONE_DEFAULTS } from "@/core/distortion";
import { quickThdPlusNoiseRatio } from "@/core/distortion/reading";
import type { GuardLimits } from "@/core/drive";
import { failure, success, type Outcome } from "@/core/outcome";
import type { Response } from "@/core/response";
import {
  completeSettings,
  RUN_KINDS,
  stoppedBy,
  type ChannelResult,
  type Recorded,
  type RunKind,
  type RunKindFacts,
  type RunMethod,
  type Settings,
  type Shot,
  type ShotFacts,
} from "@/core/run";
import { analyseRun, RUN_METHODS } from "@/core/run/reading";
import type { ChannelConditions } from "@/core/power";
import { formatSignificant } from "@/core/units";
import { AccumulatedHeat } from "./AccumulatedHeat";
import { guardedWatch, type ShotTrip } from "./guardedWatch";
import { playSoak } from "./playSoak";
import { recordedFrom } from "./recorded";
import type { SoakOutlook } from "./soakOutlook";

/** A shot whose recording is already kept, from a run that was interrupted. */
export type KeptShot = {
  name: string;
  wav: Uint8Array<ArrayBuffer>;
  fullScaleVolts: number;
  fileName: string;
  meters: Recorded["meters"];
  events: Recorded["events"];
  /** The guard that ended it early. */ trip: ShotTrip | null;
  /** What was played, and into which load: without it some kinds cannot be read again. */
  played?: { stimulus: Shot["stimulus"]; isSecondLoad: boolean };
};

export type PlayRequest = {
  kind: RunKind;
  settings: Settings;
  instrument: InstrumentDescription;
  /** What each driven channel works into, and another load for runs that take two. */
  loads: readonly ChannelConditions[];
  secondLoads: readonly ChannelConditions[] | null;
  /** Two outputs with one load between them; as the kind of run has it where it is left out. */
  isBridged?: boolean;
  ratedWatts: number | null;
  /** Full level where it is another than the rated output: what the amplifier was found to give. */
  levelWatts?: number | null;
  /** What the rig does by itself to magnitude and phase, a channel each, to be taken out. */
  rigResponses?: readonly Response[] | null;
  sampleRateHz: number;
  kept: readonly KeptShot[];
  /** What the guards watch; the full scale is the instrument's. */
  limits: Omit<GuardLimits, "fullScaleVolts">;
  /** The same of the other load. */
  secondLimits: Omit<GuardLimits, "fullScaleVolts"> | null;
};

/** A moment of one of the run's recordings. */
export type PlayMoment = {
  label: string;
  /** From 1. */ shotNumber: number;
  moment: RecordingMoment;
  /** Of the heat sink, where no thermometer is on it; null where nothing predicts it. */ predictedSinkCelsius:
    number | null;
  /** One steady tone at a time. */ isTone: boolean;
  /** Of a soak: where it ends, as far as it can be predicted by now. */ outlook?(): SoakOutlook | null;
};
export type PlayListener = {
  onMoment(moment: PlayMoment): void;
  onShot(shot: KeptShot): void | Promise<void>;
  /** The share of the recordings that is read, 0 to 1, where reading takes a while. */
  onReading?(doneRatio: number): void;
  /** Another load is to be hung on the outputs, which are silent, before the next recording; it waits until that is done. */
  onLoad?(load: Shot["load"]): Promise<void>;
  /** Whether nobody is there any more, who would watch a soak: it ends then. */
  isLeft?(): boolean;
};

/** Limits of a bench where nothing can be hurt; what the amplifier itself does is in the events. */
export const NO_LIMITS: PlayRequest["limits"] = {
  loadWatts: 1e9,
  overload: { ratio: 1, seconds: 1 },
  loadCelsius: 1e9,
  sinkCelsius: 1e9,
  breakerAmperes: 1e9,
};

/** Watts that stand for the rated output where nothing is claimed. */
const UNCLAIMED_WATTS = 10;

/** What a run plays on and under: the instrument, what kind it is, and what is asked of it. */
type Bench = {
  instrument: Instrument;
  /** Two outputs with one load between them. */
  isBridged: boolean;
  request: PlayRequest;
  /** With each set of loads, once it was hung there. */
  connected: Map<Shot["load"], Connected>;
  felt: AccumulatedHeat;
};

/**
 * Plays all shots of a run and reads them. Each recording is handed out as soon as it is there, so that a run that is broken off
 * can go on later; recordings that are handed in are not made again.
 * @returns a result a channel, or a finding
 */
export const playRun = async (
  request: PlayRequest,
  listener: PlayListener,
): Promise<Outcome<ChannelResult[]>> => {
  const instrument = instrumentOf(request.instrument);
  if (!instrument.ok) return instrument;
  const kind = RUN_KINDS[request.kind];
  const { shots, soak } = RUN_METHODS[request.kind];
  const { facts } = instrument.value;
  const settings = completeSettings(kind.fields, request.settings);
  const { isBridged = kind.isBridged ?? false } = request;
  const channels = isBridged ? request.loads.slice(0, 1) : request.loads;
  const refused = refusal(kind, request, facts, channels.length);
  if (refused) return refused;
  const bench: Bench = {
    instrument: instrument.value,
    isBridged,
    request,
    connected: new Map(),
    felt: new AccumulatedHeat(request.limits.sink?.startKelvin ?? 0),
  };
  let played: Outcome<Played>;
  try {
    const connected = await connectedTo(bench, "run", request.loads);
    const shotFacts = await shotFactsOf(connected, bench, channels, listener);
    if (soak)
      return await playSoak(
        soak,
        { settings, connected, facts, shotFacts, limits: request.limits },
        (seen) =>
          listener.onMoment({
            label: "Soaking",
            shotNumber: 1,
            predictedSinkCelsius: null,
            isTone: false,
            ...seen,
          }),
        listener.isLeft,
      );
    played = await playShots(shots(settings, shotFacts), bench, channels, listener);
  } catch (error) {
    if (error instanceof InstrumentFault) return { ok: false, finding: error.finding };
    throw error;
  }
  if (!played.ok) return played;
  const { recordings, trip } = played.value;
  const outcome = analyseRun(
    request.kind,
    recordings,
    {
      settings,
      band: TONE_DEFAULTS.band,
      mainsHz: facts.mainsHz,
      ratedWatts: request.ratedWatts,
      rigResponses: request.rigResponses,
    },
    listener.onReading,
  );
  if (!trip) return outcome;
  return outcome.ok
    ? success(outcome.value.map((channel) => ({ ...channel, stop: stoppedBy(channel.stop, trip) })))
    : tooSoon(trip);
};

/** The instrument with these loads on the outputs. */
const connectedTo = async (
  bench: Bench,
  load: Shot["load"],
  loads: readonly ChannelConditions[],
): Promise<Connected> => {
  const known = bench.connected.get(load);
  if (known) return known;
  const connected = await bench.instrument.connect(wiringOf(bench, loads, load));
  bench.connected.set(load, connected);
  return connected;
};

/** Which loads are connected to the outputs for a shot. */
const wiringOf = (
  { isBridged, request: { settings } }: Bench,
  loads: readonly ChannelConditions[],
  load: Shot["load"],
): Wiring => ({
  loadOhms: loads.map(({ loadOhms }) => loadOhms),
  isSpeakerLike: load === "speaker",
  isBridged,
  rangeVolts: typeof settings.rangeVolts === "number" ? settings.rangeVolts : 0,
});

type Played = {
  recordings: Recorded[];
  /** The guard that ended the run. */ trip: ShotTrip | null;
};

/** Makes one recording after another, or takes those that are kept, until there are no more or a guard ends the run. */
const playShots = async (
  shots: ReturnType<RunMethod["shots"]>,
  bench: Bench,
  channels: readonly ChannelConditions[],
  listener: PlayListener,
): Promise<Outcome<Played>> => {
  const { request, instrument } = bench;
  const recordings: Recorded[] = [];
  let hung: Shot["load"] = "run";
  let next = shots.next();
  while (!next.done) {
    const shot = next.value;
    const loads = (shot.load === "second" ? request.secondLoads : null) ?? channels;
    const known = request.kept.find(({ name }) => name === shot.name);
    if (!known && shot.load !== hung && !instrument.facts.changesLoads) {
      await listener.onLoad?.(shot.load);
      hung = shot.load;
    }
    const kept =
      known ??
      (await recordShot(bench, shot, { loads, shotNumber: recordings.length + 1 }, listener));
    // Decoded first: whoever is handed the recording may take its bytes away.
    const usable = usableOf(kept, shot, loads);
    if (!known) await listener.onShot(kept);
    if (!usable.ok) return usable;
    recordings.push(usable.value);
    if (kept.trip && !goesOn(kept.trip, shot)) return success({ recordings, trip: kept.trip });
    next = shots.next(usable.value);
  }
  return success({ recordings, trip: null });
};

const goesOn = ({ isOfOutput }: ShotTrip, { afterCollapse }: Shot): boolean =>
  isOfOutput && afterCollapse === "next-shot";

/** What may be read of a recording, or why there is too little of it. */
const usableOf = (
  { trip, wav, fullScaleVolts, meters, events }: KeptShot,
  shot: Shot,
  loads: readonly ChannelConditions[],
): Outcome<Recorded> => {
  const recorded = recordedFrom({
    shot: shot.name,
    wav,
    fullScaleVolts,
    layout: playedLayout(shot),
    loads,
    stimulus: shot.stimulus,
    meters,
    events,
  });
  if (!trip) return recorded;
  if (!recorded.ok) return tooSoon(trip);
  const ended = { ...recorded.value, endedBy: trip.text };
  // A search sees for itself what became of the level, and goes on below it.
  if (goesOn(trip, shot)) return success(ended);
  const usable = beforeTrip(ended, trip);
  return usable.volts[0].length < LEAST_READ_SECONDS * usable.sampleRateHz
    ? tooSoon(trip)
    : success(usable);
};

/** Of less there is no reading that is worth anything. */
const LEAST_READ_SECONDS = 0.2;

const tooSoon = ({ text, seconds }: ShotTrip) =>
  failure(
    "guard-tripped",
    "Guard",
    `${text} The output was reduced after ${formatSignificant(seconds, 2)} s, too early for a reading.`,
  );

/** A collapse is seen this long after it began, at most. */
const SEEN_AFTER_SECONDS = 0.15;

/** What may be read of a recording that a guard ended: up to where the output was turned down, or gave way. A level sweep tells itself where that was. */
const beforeTrip = (recorded: Recorded, { seconds, isOfOutput }: ShotTrip): Recorded => {
  if (recorded.stimulus?.kind === "level-sweep") return recorded;
  const count = Math.round(
    Math.max(0, seconds - (isOfOutput ? SEEN_AFTER_SECONDS : 0)) * recorded.sampleRateHz,
  );
  return {
    ...recorded,
    volts: recorded.volts.map((each) => each.subarray(0, count)),
    input: recorded.input?.subarray(0, count) ?? null,
  };
};

/** What makes the run impossible before it begins, or null. */
const refusal = (
  { leastChannels = 1, takesSecondLoad, title }: RunKindFacts,
  { secondLoads }: PlayRequest,
  { name, channelCount, mostDriveVoltsRms }: InstrumentFacts,
  asked: number,
): ReturnType<typeof failure> | null => {
  if (mostDriveVoltsRms === null)
    return failure("no-signal", "Source", `${name} cannot play a signal; choose another source.`);
  if (asked > channelCount)
    return failure("channel-mismatch", "Channels", `${name} has ${channelCount}; choose fewer.`);
  if (asked < leastChannels)
    return failure(
      "channel-mismatch",
      "Channels",
      `${title.toLowerCase()} needs at least two channels: one driven, one idle.`,
    );
  if (takesSecondLoad && !secondLoads)
    return failure(
      "bad-load",
      "Second load",
      "this run needs two different loads; enter another one under Load.",
    );
  return null;
};

const shotFactsOf = async (
  connected: Connected,
  { instrument: { facts }, request, felt }: Bench,
  loads: readonly ChannelConditions[],
  { onMoment }: PlayListener,
): Promise<ShotFacts> => {
  const { kind, limits, ratedWatts, levelWatts, sampleRateHz } = request;
  const drives = loads.map(() => true);
  const search = { stimulus: { kind: "level-sweep" }, afterCollapse: undefined } as const;
  // It takes a while to find, and most runs have no use for it.
  const { seeksLimit } = RUN_METHODS[kind];
  const isSought =
    seeksLimit === "always" || (seeksLimit === "unless-predicted" && !facts.changesLoads);
  const range = { mostVoltsPeak: connected.mostVoltsPeak, felt: felt.before("run") };
  const guards = guardedWatch(limits, range, search, (moment, predictedSinkCelsius) =>
    onMoment({
      label: "Searching for the limit",
      shotNumber: 1,
      moment,
      predictedSinkCelsius,
      isTone: true,
    }),
  );
  const limitDriveVoltsRms = isSought
    ? await connected.limitDriveVoltsRms(drives, guards.watch)
    : null;
  if (isSought) felt.after("run", guards.felt());
  return {
    channelCount: loads.length,
    loadOhms: loads[0].loadOhms,
    gainRatio: connected.gainRatio,
    mostDriveVoltsRms: facts.mostDriveVoltsRms ?? 0,
    limitDriveVoltsRms,
    ratedWatts: levelWatts ?? ratedWatts ?? UNCLAIMED_WATTS,
    sampleRateHz,
  };
};

const TONES: readonly Shot["stimulus"]["kind"][] = ["sine", "level-sweep"];

const recordShot = async (
  bench: Bench,
  shot: Shot,
  { loads, shotNumber }: { loads: readonly ChannelConditions[]; shotNumber: number },
  { onMoment }: PlayListener,
): Promise<KeptShot> => {
  const { request } = bench;
  const connected = await connectedTo(bench, shot.load, loads);
  const guards = guardedWatch(
    (shot.load === "second" ? request.secondLimits : null) ?? request.limits,
    { mostVoltsPeak: connected.mostVoltsPeak, felt: bench.felt.before(shot.load) },
    shot,
    (moment, predictedSinkCelsius) =>
      onMoment({
        label: momentLabel(shot, moment),
        shotNumber,
        moment,
        predictedSinkCelsius,
        isTone: TONES.includes(shot.stimulus.kind),
      }),
  );
  const isOver = sweepEnd(shot);
  const { capture, meters, events } = await connected.record(
    {
      stimulus: shot.stimulus,
      sampleRateHz: request.sampleRateHz,
      drives: shot.drives,
      recordsInput: shot.recordsInput,
      ...(shot.warmUp && { warmUp: shot.warmUp }),
      number: shotNumber,
    },
    (moment) => (guards.watch(moment) === "end" || isOver(moment) ? "end" : "go-on"),
  );
  bench.felt.after(shot.load, guards.felt());
  return {
    name: shot.name,
    played: { stimulus: shot.stimulus, isSecondLoad: shot.load === "second" },
    wav: capture.wav,
    fullScaleVolts: capture.fullScaleVolts,
    fileName: `${shot.name.replace(/[^a-z0-9-]+/gi, "-")}.wav`,
    meters,
    events,
    trip: guards.trip(),
  };
};

/** What plays at a moment; a sweep tells its level. */
const momentLabel = ({ label, stimulus }: Shot, { seconds }: RecordingMoment): string => {
  if (stimulus.kind !== "level-sweep") return label;
  const level = 1 + Math.floor(seconds / stimulus.stepSeconds);
  return `${label}, level ${Math.min(stimulus.stepCount, level)} of ${stimulus.stepCount}`;
};

/** The end of a step, where it has settled. */
const READ_SECONDS = 0.1;

/** Tells when a sweep of levels is far enough past the limit of every channel; looked at once a step. */
const sweepEnd = ({ stimulus, endsPastRatio }: Shot): ((moment: RecordingMoment) => boolean) => {
  if (stimulus.kind !== "level-sweep" || endsPastRatio === undefined) return () => false;
  let stepsRead = 0;
  return ({ seconds, last }) => {
    const stepsDone = Math.floor(seconds / stimulus.stepSeconds);
    if (stepsDone === stepsRead) return false;
    stepsRead = stepsDone;
    const { volts, sampleRateHz } = last(READ_SECONDS);
    // Where a meter alone looks on, nothing is there to read distortion of.
    if (volts.some(({ length }) => length === 0)) return false;
    return volts.every((each) => (quickThdPlusNoiseRatio(each, sampleRateHz) ?? 0) > endsPastRatio);
  };
};
