import type { RecordingMoment } from "@/bench/contract";
import {
  checkRig,
  driveToLimit,
  onLoads,
  record,
  soak,
  speaker,
  type Rig,
} from "@/bench/simulated";
import { TONE_DEFAULTS } from "@/core/distortion";
import type { GuardLimits } from "@/core/drive";
import { failure, success, type Outcome } from "@/core/outcome";
import {
  completeSettings,
  analyseRun,
  DEFINITIONS,
  numberOf,
  readSoak,
  stoppedBy,
  soakWatts,
  type MeasuredChannel,
  type MeasuredKind,
  type Recorded,
  type Settings,
  type RunKindDefinition,
  type Shot,
  type ShotFacts,
} from "@/core/run";
import { inputVoltsForPower } from "@/core/power";
import { formatSignificant } from "@/core/units";
import type { ChannelConditions } from "@/core/sweep";
import { guardedWatch, guardsOf, type ShotTrip } from "./guardedWatch";
import { recordedFrom } from "./recorded";

/** A shot whose recording is already kept, from a run that was interrupted. */
export type KeptShot = {
  name: string;
  wav: Uint8Array<ArrayBuffer>;
  fullScaleVolts: number;
  fileName: string;
  meters: Recorded["meters"];
  events: Recorded["events"];
  /** The guard that ended it early. */ trip: ShotTrip | null;
};

export type PlayRequest = {
  kind: MeasuredKind;
  settings: Settings;
  rig: Rig;
  /** What each driven channel works into, and another load for runs that take two. */
  loads: readonly ChannelConditions[];
  secondLoads: readonly ChannelConditions[] | null;
  ratedWatts: number | null;
  seed: number;
  sampleRateHz: number;
  kept: readonly KeptShot[];
  /** What the guards watch; the converter's full scale is the rig's. */
  limits: Omit<GuardLimits, "fullScaleVolts">;
  /** The same of the other load. */
  secondLimits: Omit<GuardLimits, "fullScaleVolts"> | null;
};

/** A moment of one of the run's recordings. */
export type PlayMoment = {
  label: string;
  /** From 1. */ shotNumber: number;
  moment: RecordingMoment;
  /** One steady tone at a time. */ isTone: boolean;
};
export type PlayListener = {
  onMoment(moment: PlayMoment): void;
  onShot(shot: KeptShot): void | Promise<void>;
};

/** Watts that stand for the rated output where nothing is claimed. */
const UNCLAIMED_WATTS = 10;

/**
 * Plays all shots of a run on the simulated bench and reads them. Each recording is handed out as soon as it is there, so that a run
 * that is broken off can go on later; recordings that are handed in are not made again.
 * @returns a result a channel, or a finding
 */
export const playRun = async (
  request: PlayRequest,
  listener: PlayListener,
): Promise<Outcome<MeasuredChannel[]>> => {
  const checked = checkRig(request.rig);
  if (!checked.ok) return checked;
  const definition = DEFINITIONS[request.kind];
  const settings = completeSettings(definition.fields, request.settings);
  const rig = connected(ranged(checked.value, settings), request);
  const channels = request.kind === "bridged" ? request.loads.slice(0, 1) : request.loads;
  const drives = channels.map(() => true);
  const refused = refusal(request, rig, channels.length);
  if (refused) return refused;
  const facts = shotFacts(rig, channels, request);
  if (request.kind === "heat-soak")
    return playSoak(rig, drives, settings, facts, request, listener);

  const played = await playShots(
    definition.shots(settings, facts),
    rig,
    channels,
    request,
    listener,
  );
  if (!played.ok) return played;
  const { recordings, trip } = played.value;
  const outcome = analyseRun(request.kind, recordings, {
    settings,
    band: TONE_DEFAULTS.band,
    mainsHz: rig.mains.frequencyHz,
    ratedWatts: request.ratedWatts,
  });
  if (!trip) return outcome;
  return outcome.ok
    ? success(outcome.value.map((channel) => ({ ...channel, stop: stoppedBy(channel.stop, trip) })))
    : tooSoon(trip);
};

type Played = {
  recordings: Recorded[];
  /** The guard that ended the run. */ trip: ShotTrip | null;
};

/** Makes one recording after another, or takes those that are kept, until there are no more or a guard ends the run. */
const playShots = async (
  shots: ReturnType<RunKindDefinition["shots"]>,
  rig: Rig,
  channels: readonly ChannelConditions[],
  request: PlayRequest,
  listener: PlayListener,
): Promise<Outcome<Played>> => {
  const recordings: Recorded[] = [];
  let next = shots.next();
  while (!next.done) {
    const shot = next.value;
    const loads = (shot.load === "second" ? request.secondLoads : null) ?? channels;
    const known = request.kept.find(({ name }) => name === shot.name);
    const kept = known ?? recordShot(rig, shot, loads, request, recordings.length + 1, listener);
    if (!known) await listener.onShot(kept);
    const usable = usableOf(kept, shot, loads);
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
    inputChannel: shot.recordsInput ? 0 : null,
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
    `${text} The output was turned down after ${formatSignificant(seconds, 2)} s, too soon for a reading.`,
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
  { kind, secondLoads }: PlayRequest,
  rig: Rig,
  channelCount: number,
): ReturnType<typeof failure> | null => {
  if (kind !== "bridged" && channelCount > rig.input.channelCount)
    return failure(
      "channel-mismatch",
      "Channels",
      `${rig.name} has ${rig.input.channelCount}; choose fewer.`,
    );
  if (kind === "crosstalk" && channelCount < 2)
    return failure(
      "channel-mismatch",
      "Channels",
      "crosstalk takes at least two channels: one driven, one listening.",
    );
  if (kind === "impedance" && !secondLoads)
    return failure(
      "bad-load",
      "Second load",
      "this run takes two different loads; enter another one under Load.",
    );
  return null;
};

/** The rig with the converter's range as it is set; 0 leaves it to the converter. */
const ranged = (rig: Rig, { rangeVolts }: Settings): Rig =>
  typeof rangeVolts === "number" && rangeVolts > 0
    ? { ...rig, converter: { ...rig.converter, fullScaleVolts: rangeVolts } }
    : rig;

const connected = (rig: Rig, { kind, loads }: PlayRequest): Rig => ({
  ...onLoads(
    rig,
    loads.map(({ loadOhms }) => loadOhms),
  ),
  connection: kind === "bridged" ? "bridged" : rig.connection,
});

const shotFacts = (
  rig: Rig,
  loads: readonly ChannelConditions[],
  { ratedWatts, sampleRateHz, seed }: PlayRequest,
): ShotFacts => {
  let limit: number | null = null;
  return {
    channelCount: loads.length,
    loadOhms: loads[0].loadOhms,
    gainRatio: rig.input.gainRatio * rig.input.levelRatio * (rig.connection === "bridged" ? 2 : 1),
    mostDriveVoltsRms: rig.source.mostVoltsRms,
    // Most runs never ask for it, and it takes a while to find.
    get limitDriveVoltsRms() {
      return (limit ??= driveToLimit(
        rig,
        loads.map(() => true),
        seed,
      ));
    },
    ratedWatts: ratedWatts ?? UNCLAIMED_WATTS,
    sampleRateHz,
  };
};

const TONES: readonly Shot["stimulus"]["kind"][] = ["sine", "level-sweep"];

const recordShot = (
  rig: Rig,
  shot: Shot,
  loads: readonly ChannelConditions[],
  { sampleRateHz, seed, limits, secondLimits }: PlayRequest,
  shotNumber: number,
  { onMoment }: PlayListener,
): KeptShot => {
  const hung: Rig =
    shot.load === "speaker"
      ? { ...rig, loads: loads.map(() => speaker()) }
      : onLoads(
          rig,
          loads.map(({ loadOhms }) => loadOhms),
        );
  const guards = guardedWatch(
    (shot.load === "second" ? secondLimits : null) ?? limits,
    rig,
    shot,
    (moment) =>
      onMoment({
        label: shot.label,
        shotNumber,
        moment,
        isTone: TONES.includes(shot.stimulus.kind),
      }),
  );
  const { capture, log } = record(
    hung,
    { stimulus: shot.stimulus, sampleRateHz, drives: shot.drives, recordsInput: shot.recordsInput },
    seed + shotNumber,
    guards.watch,
  );
  return {
    name: shot.name,
    wav: capture.wav,
    fullScaleVolts: capture.fullScaleVolts,
    fileName: `${shot.name.replace(/[^a-z0-9-]+/gi, "-")}.wav`,
    meters: { mainsWatts: log.meters.mainsMeterWatts, mainsAmperes: log.meters.mainsClampAmperes },
    events: log.events,
    trip: guards.trip(),
  };
};

/** A soak is watched with thermometers; guards of heat and load end it, what the amplifier's own protection does is what it is for. */
const playSoak = (
  rig: Rig,
  drives: readonly boolean[],
  settings: Settings,
  facts: ShotFacts,
  { seed, limits }: PlayRequest,
  { onMoment }: PlayListener,
): Outcome<MeasuredChannel[]> => {
  const driveVoltsRms = Math.min(
    facts.mostDriveVoltsRms,
    inputVoltsForPower(soakWatts(settings, facts.ratedWatts), facts.loadOhms, facts.gainRatio),
  );
  const seconds = 60 * numberOf(settings, "minutes");
  const guards = guardsOf(limits, rig);
  let before = 0;
  let trip: ShotTrip | null = null;
  const soaked = soak(
    rig,
    {
      frequencyHz: numberOf(settings, "frequencyHz"),
      voltsPeak: Math.SQRT2 * driveVoltsRms,
      seconds,
      drives,
    },
    seed,
    (point) => {
      const moment: RecordingMoment = {
        doneRatio: Math.min(1, point.seconds / seconds),
        seconds: point.seconds,
        driveVoltsRms,
        voltsRms: point.loadWatts.map((watts) => Math.sqrt(watts * facts.loadOhms)),
        voltsPeak: [],
        loadWatts: point.loadWatts,
        loadCelsius: [point.loadCelsius],
        sinkCelsius: point.sinkCelsius,
        mainsAmperes: point.mainsAmperes,
        isCutOut: point.isCutOut,
        last: () => ({ volts: [], sampleRateHz: 1 }),
      };
      onMoment({ label: "Soaking", shotNumber: 1, moment, isTone: false });
      const found = guards.look(
        { ...moment, voltsRms: [], isCutOut: false },
        point.seconds - before,
      );
      before = point.seconds;
      if (found) trip = { ...found, seconds: point.seconds, isOfOutput: false };
      return found ? "end" : "go-on";
    },
  );
  const outcome = readSoak(
    soaked.points,
    soaked.events.map(({ atSeconds, event }) => ({ seconds: atSeconds, event })),
    drives.length,
  );
  return outcome.ok
    ? success(
        outcome.value.map((channel) =>
          trip ? { ...channel, stop: stoppedBy(channel.stop, trip) } : channel,
        ),
      )
    : outcome;
};
