import { rootMeanSquare } from "@/core/numeric";
import { checkRig } from "../../simulated/rig/checkRig";
import type { SimulatedRig } from "../../simulated/rig/rig";
import { withFaults } from "../../simulated/rig/faults";
import { onLoads, simulationRate, switchOn } from "../../simulated/record";
import type { Session, SessionState } from "../../simulated/session";
import { playSource } from "../../simulated/source/source";

/** What feeds an input of the amplifier: volts from a frame on. */
export type Feed = (volts: Float64Array, firstFrame: number) => void;

/** What the oscilloscope records: the outputs, and the first input. */
export type Tape = { outputs: Float64Array[]; input: Float64Array; filled: number };

const RATE_HZ = 192_000;
/** The electrical side is looked at for so long; heat then goes on with its powers. */
const LOOK_SECONDS = 0.15;
/** A voltmeter reads over so long. */
const READ_SECONDS = 0.1;

/** One simulated amplifier with its loads, to which all stand-ins are connected. Its time is that of its recordings. */
export class SharedBench {
  readonly rateHz: number;
  readonly mainsHz: number;
  readonly channelCount: number;
  private readonly rig: SimulatedRig;
  private session: Session;
  private readonly feeds: Feed[];
  private readonly blocks: Float64Array[];
  private readonly recent: Float64Array;
  private tape: Tape | null = null;
  private frame = 0;
  /** Time that passed without samples, in seconds. */
  private leapt = 0;
  private owed = 0;

  /** @throws {RangeError} on an amplifier that is none */
  constructor(
    amplifier: object,
    private readonly seed: number,
  ) {
    const checked = checkRig(amplifier);
    if (!checked.ok) throw new RangeError(checked.finding.advice);
    this.rig = checked.value;
    this.channelCount = this.rig.input.channelCount;
    this.mainsHz = this.rig.mains.frequencyHz;
    this.rateHz = Math.round(simulationRate(this.rig, RATE_HZ));
    this.session = this.switchedOn(this.rig);
    this.feeds = Array.from({ length: this.channelCount }, () => (volts) => void volts.fill(0));
    this.blocks = this.feeds.map(() => new Float64Array(this.session.blockLength));
    this.recent = new Float64Array(Math.round(READ_SECONDS * this.rateHz));
  }

  get noiseVoltsRms(): number {
    return this.rig.input.noiseVoltsRms;
  }

  /** Seconds since it was switched on. */
  get seconds(): number {
    return this.frame / this.rateHz + this.leapt;
  }

  get now(): SessionState {
    return this.session.now;
  }

  /** The frame that comes next. */
  get nextFrame(): number {
    return this.frame;
  }

  /** Connects other loads to the outputs, or one between two of them: the amplifier is switched off for it, and is cold again. */
  connectLoad(loadOhms: readonly number[], isBridged = false): void {
    const rig = onLoads(this.rig, loadOhms);
    this.session = this.switchedOn(isBridged ? { ...rig, connection: "bridged" } : rig);
  }

  /** Connects an output of the generator with an input. */
  feed(input: number, feed: Feed): void {
    this.feeds[input] = feed;
  }

  /** Begins to record so many frames from now on. */
  record(frames: number): Tape {
    this.tape = {
      outputs: this.feeds.map(() => new Float64Array(frames)),
      input: new Float64Array(frames),
      filled: 0,
    };
    return this.tape;
  }

  stop(): void {
    this.tape = null;
  }

  /** RMS volts of the first output in the last tenth of a second. */
  voltsRms(): number {
    return rootMeanSquare(this.recent);
  }

  /** Lets time pass; where nothing is recorded, heat goes on by itself after a short look. */
  advance(seconds: number): void {
    this.owed += seconds;
    while (this.owed > 0) {
      const isRecording = this.tape !== null && this.tape.filled < this.tape.input.length;
      if (isRecording || this.owed <= LOOK_SECONDS) this.playBlock();
      else this.leapOn();
    }
  }

  private leapOn(): void {
    const end = this.owed - LOOK_SECONDS;
    while (this.owed > end && this.owed > 0) this.playBlock();
    if (!(this.owed > 0)) return;
    const leapt = this.session.leap(this.owed);
    this.leapt += leapt;
    this.owed -= leapt;
  }

  private playBlock(): void {
    const { blocks, feeds, rateHz, frame, seed } = this;
    const { blockLength } = this.session;
    const { source } = withFaults(this.rig);
    blocks.forEach((block, k) => feeds[k](block, frame));
    const sources = blocks.map((block, k) =>
      playSource(block.slice(), source, rateHz, seed + 7 * frame + k),
    );
    const outputs = this.session.streamEach(sources.slice(0, this.session.channelCount));
    this.recent.copyWithin(0, blockLength);
    this.recent.set(outputs[0], this.recent.length - blockLength);
    this.keep(outputs, sources[0]);
    this.frame += blockLength;
    this.owed -= blockLength / rateHz;
  }

  private keep(outputs: readonly Float64Array[], input: Float64Array): void {
    const { tape } = this;
    if (!tape) return;
    const count = Math.min(input.length, tape.input.length - tape.filled);
    outputs.forEach((each, k) => tape.outputs[k].set(each.subarray(0, count), tape.filled));
    tape.input.set(input.subarray(0, count), tape.filled);
    tape.filled += count;
  }

  private switchedOn(rig: SimulatedRig): Session {
    const count = rig.connection === "bridged" ? 1 : rig.input.channelCount;
    const drives = Array.from({ length: count }, () => true);
    return switchOn(rig, { drives, sampleRateHz: RATE_HZ }, this.seed);
  }
}
