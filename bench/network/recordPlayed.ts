import { peakOf, rootMeanSquare } from "@/core/numeric";
import { BURST_KINDS, halveRate, stimulusVolts, type Stimulus } from "@/core/signal";
import { InstrumentFault, type RecordingRequest, type Watch } from "../contract";
import { beginningOf, silentFrom } from "./alignOnce";
import type { InstrumentSession, Seen } from "./InstrumentSession";
import type { MeterGlance } from "./NetworkMeters";
import {
  burstsByItself,
  glidesByItself,
  waveformRate,
  type Generator,
  type OnceWave,
} from "./Generator";
import { momentMetered, momentSeen, sharesOf, type At } from "./moments";
import { rangeFor, type AmplifierSeen } from "./rise";

/** The oscilloscope begins before what plays once, and ends after it. */
const MARGIN_SECONDS = 0.4;
/** The drive at a moment is that of the tenth of a second before. */
const DRIVE_SECONDS = 0.1;

/** What a recording came to, with what the other instruments showed. */
export type PlayedRecording = { seen: Seen; meters: MeterGlance["mains"] };

/** How a recording is asked for, and who looks on. */
export type AskedRecording = { request: RecordingRequest; watch: Watch };

/** Between two looks whether it is done. */
const WAIT_SECONDS = 0.05;
/** Ranges are chosen with room above what is sent. */
const SOURCE_HEADROOM = 1.2;

const sourceFor = ({ recordsInput }: RecordingRequest, voltsPeak: number) =>
  recordsInput ? { sourceVolts: SOURCE_HEADROOM * voltsPeak } : {};

/** What is played while somebody looks on. */
type Drive = {
  seconds: number;
  /** RMS volts at a time; null where the level comes and goes faster than a meter follows. */
  at: ((seconds: number) => number) | null;
  /** The voltmeter is connected to the first channel: while that is idle it does not read what plays. */
  isMetered: boolean;
};

/** Looks on by the voltmeter while the oscilloscope records, and turns the drive off when whoever watches says so. */
class Watcher {
  isEnded = false;
  glance: MeterGlance = { voltsRms: null, mains: null, temperatures: null };
  private readonly shares: readonly number[];

  constructor(
    private readonly desk: InstrumentSession,
    private readonly amplifier: AmplifierSeen,
    private readonly drive: Drive,
    private readonly watch: Watch,
  ) {
    this.shares = amplifier.lastSeen ? sharesOf(amplifier.lastSeen) : [1];
  }

  /** @param clock tells the seconds since the stimulus began */
  async look(clock: () => number): Promise<void> {
    const { desk, drive } = this;
    // Once the drive is off the meters fall to rest, and what they showed while it played is what counts.
    if (this.isEnded || clock() > drive.seconds) return desk.wait(WAIT_SECONDS);
    this.glance = await desk.meters.glance();
    const { voltsRms } = this.glance;
    if (voltsRms === null || !drive.isMetered) return desk.wait(WAIT_SECONDS);
    const at = this.at(Math.min(drive.seconds, Math.max(0, clock())), voltsRms);
    if (this.watch(momentMetered(voltsRms, this.shares, at, this.glance)) !== "end") return;
    this.isEnded = true;
    await desk.silence();
  }

  /** What came of it as a whole, for whoever watches: without a voltmeter it is the first look. */
  tell(seen: Seen): void {
    if (this.isEnded) return;
    const { seconds } = this.drive;
    this.watch(momentSeen(seen, this.at(seconds, rootMeanSquare(seen.volts[0])), this.glance));
  }

  private at(seconds: number, voltsRms: number): At {
    const { drive, amplifier } = this;
    return {
      seconds,
      doneRatio: seconds / drive.seconds,
      driveVoltsRms: drive.at?.(seconds) ?? voltsRms / Math.abs(amplifier.gainRatio),
      loadOhms: amplifier.wiring.loadOhms,
    };
  }
}

/** Records a steady sine that holds, or the output at rest. @throws {InstrumentFault} */
export const recordHeld = async (
  desk: InstrumentSession,
  amplifier: AmplifierSeen,
  stimulus: Extract<Stimulus, { kind: "sine" | "silence" }>,
  { request, watch }: AskedRecording,
): Promise<PlayedRecording> => {
  const { seconds } = stimulus;
  const outputs = desk.outputsFor(request.drives);
  const voltsPeak = stimulus.kind === "sine" ? stimulus.voltsPeak : 0;
  const watcher = new Watcher(
    desk,
    amplifier,
    { seconds, at: () => voltsPeak / Math.SQRT2, isMetered: request.drives[0] },
    watch,
  );
  let began = desk.now();
  const seen = await desk.record({
    ...rangeFor(amplifier, voltsPeak),
    ...sourceFor(request, voltsPeak),
    seconds,
    sampleRateHz: request.sampleRateHz,
    before: async () => {
      if (stimulus.kind === "sine") await desk.play(outputs, stimulus.frequencyHz, voltsPeak);
      await desk.wait(desk.meters.settleSeconds);
    },
    onBegun: async () => {
      began = desk.now();
    },
    onDone: () => desk.silence(),
    look: () => watcher.look(() => desk.now() - began),
    isEnded: () => watcher.isEnded,
  });
  if (stimulus.kind === "sine" && !watcher.isEnded) {
    const { frequencyHz: hertz } = stimulus;
    for (const output of outputs) await desk.generator.verify(output, { voltsPeak, hertz });
    desk.vouch(seen, request.drives[0] ? watcher.glance.voltsRms : null, hertz);
  }
  const kept = watcher.isEnded ? cutWhereSilent(seen) : seen;
  watcher.tell(kept);
  return { seen: kept, meters: watcher.glance.mains };
};

/** Something that plays once, ready to be sent: worked out before the instruments are taken, since nobody hears of a page that works. */
export type Once = {
  stimulus: Stimulus;
  seconds: number;
  peak: number;
  /** null where the generator glides, or plays bursts, by itself. */
  wave: OnceWave | null;
};

type BurstStimulus = Extract<Stimulus, { kind: "burst" }>;

/** Whether the generator plays bursts of its own, each when it is started. */
const isOfBursts = (once: Once): once is Once & { stimulus: BurstStimulus } =>
  once.wave === null && once.stimulus.kind === "burst";

const periodOf = ({ burst }: BurstStimulus): number => {
  const { highCycles, lowCycles, frequencyHz } = BURST_KINDS[burst];
  return (highCycles + lowCycles) / frequencyHz;
};

/** @throws {InstrumentFault} where the generator takes no such waveform */
export const onceOf = (
  stimulus: Stimulus,
  { sampleRateHz }: RecordingRequest,
  { setup }: AmplifierSeen,
): Once => {
  const seconds = stimulusVolts(stimulus, sampleRateHz).length / sampleRateHz;
  if (stimulus.kind === "log-sweep" && glidesByItself(setup.generator))
    return { stimulus, seconds, peak: stimulus.voltsPeak, wave: null };
  if (stimulus.kind === "burst" && burstsByItself(setup.generator, seconds))
    return { stimulus, seconds, peak: stimulus.voltsPeak, wave: null };
  const waveformHertz = waveformRate(setup.generator, seconds);
  const volts = stimulusVolts(stimulus, waveformHertz);
  return {
    stimulus,
    seconds,
    peak: peakOf(volts),
    wave: { volts, sampleRateHz: waveformHertz },
  };
};

/** What was sent, at the rate at which it was recorded. Noise is other noise at another rate, so that it is brought down from what was sent. */
const sentAt = ({ stimulus, wave }: Once, sampleRateHz: number): Float64Array => {
  if (!wave) return stimulusVolts(stimulus, sampleRateHz);
  let { volts } = wave;
  for (let hertz = wave.sampleRateHz; hertz > sampleRateHz; hertz /= 2) {
    if (hertz < 1.5 * sampleRateHz) return stimulusVolts(stimulus, sampleRateHz);
    volts = halveRate(volts);
  }
  return volts;
};

/** Records something that plays once, with a margin on both sides. @throws {InstrumentFault} */
export const recordOnce = async (
  desk: InstrumentSession,
  amplifier: AmplifierSeen,
  once: Once,
  { request, watch }: AskedRecording,
): Promise<PlayedRecording & { isEnded: boolean }> => {
  const { generator } = desk;
  const { stimulus, seconds, peak, wave } = once;
  const outputs = desk.outputsFor(request.drives);
  for (const output of outputs) await prepareOnce(generator, output, once);
  const at = wave && stimulus.kind === "level-sweep" ? driveIn(wave) : null;
  const watcher = new Watcher(
    desk,
    amplifier,
    { seconds, at, isMetered: request.drives[0] },
    watch,
  );
  const starts = startsOf(once);
  let began = desk.now();
  const seen = await desk.record({
    ...rangeFor(amplifier, peak),
    ...sourceFor(request, peak),
    seconds: seconds + MARGIN_SECONDS,
    sampleRateHz: request.sampleRateHz,
    before: async () => {
      await generator.on(outputs);
      await desk.wait(Math.max(generator.settleSeconds, desk.meters.settleSeconds));
    },
    onBegun: async () => {
      await desk.wait(starts.again());
      await generator.start();
      began = desk.now();
    },
    onDone: () => desk.silence(),
    look: async () => {
      if (starts.isDue(desk.now() - began) && !watcher.isEnded) await generator.start();
      await watcher.look(() => desk.now() - began);
    },
    isEnded: () => watcher.isEnded,
  });
  watcher.tell(seen);
  return { seen, meters: watcher.glance.mains, isEnded: watcher.isEnded };
};

const prepareOnce = async (
  generator: Generator,
  output: number,
  { stimulus, wave }: Once,
): Promise<void> => {
  if (wave) return generator.load(output, wave);
  if (stimulus.kind === "log-sweep") return generator.glide(output, stimulus);
  if (stimulus.kind !== "burst") return;
  const { frequencyHz: hertz, highCycles: cycles } = BURST_KINDS[stimulus.burst];
  await generator.burst(output, { hertz, cycles, voltsPeak: stimulus.voltsPeak });
};

/** When it is to be started once more: bursts of the generator's own one by one, as near to their times as looks come by. */
const startsOf = (once: Once) => {
  let started = 1;
  return {
    /** The oscilloscope begins, for the first time or in a wider range. @returns the rest before the first, as the published bursts have it */
    again: (): number => {
      started = 1;
      return isOfBursts(once) ? periodOf(once.stimulus) / 10 : 0;
    },
    isDue: (seconds: number): boolean => {
      if (!isOfBursts(once)) return false;
      const { stimulus } = once;
      const isDue =
        started < BURST_KINDS[stimulus.burst].repeats && seconds >= started * periodOf(stimulus);
      if (isDue) started++;
      return isDue;
    },
  };
};

/** RMS volts of a wave in the tenth of a second before a time. */
const driveIn =
  ({ volts, sampleRateHz }: OnceWave) =>
  (seconds: number): number => {
    const end = Math.max(1, Math.min(volts.length, Math.round(seconds * sampleRateHz)));
    return rootMeanSquare(
      volts.subarray(Math.max(0, end - Math.round(DRIVE_SECONDS * sampleRateHz)), end),
    );
  };

/** The recording from the first sample of what was played on. @throws {InstrumentFault} where nothing like it is in it */
export const fromBeginning = (
  { seen, meters, isEnded }: PlayedRecording & { isEnded: boolean },
  once: Once,
  { setup }: AmplifierSeen,
  driven: number,
): PlayedRecording => {
  const { sampleRateHz } = seen;
  const ownBursts = isOfBursts(once) ? once.stimulus : null;
  const sent = ownBursts ? oneBurst(ownBursts, sampleRateHz) : sentAt(once, sampleRateHz);
  const from = beginningOf(sent, seen.volts[Math.max(0, driven)], sampleRateHz);
  if (from === null && !isEnded)
    throw new InstrumentFault({
      code: "no-signal",
      where: setup.oscilloscope.name,
      advice:
        "the generator was started, but its signal did not come back. Check that its output plays once when started and that the amplifier is on.",
    });
  // Bursts are found where they are: nothing else of them is in time with what was to be sent.
  if (ownBursts) return { seen: isEnded ? cutWhereSilent(seen) : seen, meters };
  const begun = cut(seen, from ?? 0, (from ?? 0) + sent.length);
  return { seen: isEnded ? cutWhereSilent(begun) : begun, meters };
};

const oneBurst = ({ burst }: BurstStimulus, sampleRateHz: number): Float64Array => {
  const { frequencyHz, highCycles } = BURST_KINDS[burst];
  return stimulusVolts(
    { kind: "sine", frequencyHz, voltsPeak: 1, seconds: highCycles / frequencyHz },
    sampleRateHz,
  );
};

const cut = (seen: Seen, from: number, to: number): Seen => {
  const part = (volts: Float64Array) => volts.slice(from, to);
  return { ...seen, volts: seen.volts.map(part), input: seen.input && part(seen.input) };
};

const cutWhereSilent = (seen: Seen): Seen =>
  cut(seen, 0, Math.max(...seen.volts.map((each) => silentFrom(each, seen.sampleRateHz))));
