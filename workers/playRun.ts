import type { RecordingProgress } from "@/bench/contract";
import { checkRig, driveToLimit, onLoads, record, soak, speaker, type Rig } from "@/bench/simulated";
import { TONE_DEFAULTS } from "@/core/distortion";
import { failure, success, type Outcome } from "@/core/outcome";
import { completeSettings, DEFINITIONS, numberOf, readSoak, soakWatts, type MeasuredChannel, type MeasuredKind, type Recorded, type Settings, type Shot, type ShotFacts } from "@/core/run";
import { inputVoltsForPower } from "@/core/power";
import type { ChannelConditions } from "@/core/sweep";
import { recordedFrom } from "./recorded";

/** A shot whose recording is already kept, from a run that was interrupted. */
export type KeptShot = { name: string; wav: Uint8Array<ArrayBuffer>; fullScaleVolts: number; fileName: string; meters: Recorded["meters"]; events: Recorded["events"] };

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
};

export type PlayProgress = { label: string; /** From 1. */ shotNumber: number } & RecordingProgress;
export type PlayListener = { onProgress(progress: PlayProgress): void; onShot(shot: KeptShot): void | Promise<void> };

/** Watts that stand for the rated output where nothing is claimed. */
const UNCLAIMED_WATTS = 10;

/**
 * Plays all shots of a run on the simulated bench and reads them. Each recording is handed out as soon as it is there, so that a run
 * that is broken off can go on later; recordings that are handed in are not made again.
 * @returns a result a channel, or a finding
 */
export const playRun = async (request: PlayRequest, listener: PlayListener): Promise<Outcome<MeasuredChannel[]>> => {
  const checked = checkRig(request.rig);
  if (!checked.ok) return checked;
  const definition = DEFINITIONS[request.kind];
  const settings = completeSettings(definition.fields, request.settings);
  const range = settings.rangeVolts;
  const ranged = typeof range === "number" && range > 0 ? { ...checked.value, converter: { ...checked.value.converter, fullScaleVolts: range } } : checked.value;
  const rig = connected(ranged, request);
  const channels = request.kind === "bridged" ? request.loads.slice(0, 1) : request.loads;
  const drives = channels.map(() => true);
  const refused = refusal(request, rig, channels.length);
  if (refused) return refused;
  const facts = shotFacts(rig, channels, request);
  if (request.kind === "heat-soak") return playSoak(rig, drives, settings, facts, request.seed, listener);

  const recordings: Recorded[] = [];
  const shots = definition.shots(settings, facts);
  let next = shots.next();
  while (!next.done) {
    const shot = next.value;
    const loads = (shot.load === "second" ? request.secondLoads : null) ?? channels;
    const known = request.kept.find(({ name }) => name === shot.name);
    const kept = known ?? recordShot(rig, shot, loads, request, recordings.length + 1, listener);
    if (!known) await listener.onShot(kept);
    const recorded = recordedFrom({ shot: shot.name, wav: kept.wav, fullScaleVolts: kept.fullScaleVolts, inputChannel: shot.recordsInput ? 0 : null, loads, stimulus: shot.stimulus, meters: kept.meters, events: kept.events });
    if (!recorded.ok) return recorded;
    recordings.push(recorded.value);
    next = shots.next(recorded.value);
  }
  return definition.analyse(recordings, { settings, band: TONE_DEFAULTS.band, mainsHz: rig.mains.frequencyHz, ratedWatts: request.ratedWatts });
};

/** What makes the run impossible before it begins, or null. */
const refusal = ({ kind, secondLoads }: PlayRequest, rig: Rig, channelCount: number): ReturnType<typeof failure> | null => {
  if (kind !== "bridged" && channelCount > rig.input.channelCount) return failure("channel-mismatch", "Channels", `${rig.name} has ${rig.input.channelCount}; choose fewer.`);
  if (kind === "crosstalk" && channelCount < 2) return failure("channel-mismatch", "Channels", "crosstalk takes at least two channels: one driven, one listening.");
  if (kind === "impedance" && !secondLoads) return failure("bad-load", "Second load", "this run takes two different loads; enter another one under Load.");
  return null;
};

const connected = (rig: Rig, { kind, loads }: PlayRequest): Rig => ({ ...onLoads(rig, loads.map(({ loadOhms }) => loadOhms)), connection: kind === "bridged" ? "bridged" : rig.connection });

const shotFacts = (rig: Rig, loads: readonly ChannelConditions[], { ratedWatts, sampleRateHz, seed }: PlayRequest): ShotFacts => {
  let limit: number | null = null;
  return {
    channelCount: loads.length,
    loadOhms: loads[0].loadOhms,
    gainRatio: rig.input.gainRatio * rig.input.levelRatio * (rig.connection === "bridged" ? 2 : 1),
    mostDriveVoltsRms: rig.source.mostVoltsRms,
    // Most runs never ask for it, and it takes a while to find.
    get limitDriveVoltsRms() {
      return (limit ??= driveToLimit(rig, loads.map(() => true), seed));
    },
    ratedWatts: ratedWatts ?? UNCLAIMED_WATTS,
    sampleRateHz,
  };
};

const recordShot = (rig: Rig, shot: Shot, loads: readonly ChannelConditions[], { sampleRateHz, seed }: PlayRequest, shotNumber: number, { onProgress }: PlayListener): KeptShot => {
  const hung: Rig = shot.load === "speaker" ? { ...rig, loads: loads.map(() => speaker()) } : onLoads(rig, loads.map(({ loadOhms }) => loadOhms));
  const { capture, log } = record(hung, { stimulus: shot.stimulus, sampleRateHz, drives: shot.drives, recordsInput: shot.recordsInput }, seed + shotNumber, (progress) => onProgress({ ...progress, label: shot.label, shotNumber }));
  return { name: shot.name, wav: capture.wav, fullScaleVolts: capture.fullScaleVolts, fileName: `${shot.name.replace(/[^a-z0-9-]+/gi, "-")}.wav`, meters: { mainsWatts: log.meters.mainsMeterWatts, mainsAmperes: log.meters.mainsClampAmperes }, events: log.events };
};

const playSoak = (rig: Rig, drives: readonly boolean[], settings: Settings, facts: ShotFacts, seed: number, { onProgress }: PlayListener): Outcome<MeasuredChannel[]> => {
  const driveVoltsRms = Math.min(facts.mostDriveVoltsRms, inputVoltsForPower(soakWatts(settings, facts.ratedWatts), facts.loadOhms, facts.gainRatio));
  const soaked = soak(rig, { frequencyHz: numberOf(settings, "frequencyHz"), voltsPeak: Math.SQRT2 * driveVoltsRms, seconds: 60 * numberOf(settings, "minutes"), drives }, seed, (doneRatio) => onProgress({ doneRatio, driveVoltsRms, loadWatts: [], glimpse: { seconds: 0, volts: [] }, label: "Soaking", shotNumber: 1 }));
  const outcome = readSoak(soaked.points, soaked.events.map(({ atSeconds, event }) => ({ seconds: atSeconds, event })), drives.length);
  return outcome.ok ? success([...outcome.value]) : outcome;
};
