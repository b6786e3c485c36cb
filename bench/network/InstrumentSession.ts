import { peakOf, rootMeanSquare } from "@/core/numeric";
import { formatSignificant } from "@/core/units";
import { InstrumentFault } from "../contract";
import { Generator } from "./Generator";
import { asFault } from "./asFault";
import type { NetworkLink, NetworkTurn } from "./link";
import { NetworkMeters, metersIn } from "./NetworkMeters";
import { isBeyondRange, Oscilloscope, type Scoped } from "./Oscilloscope";
import { ScpiClient } from "./ScpiClient";
import { acrossLoads, fullAcrossLoad, type NetworkSetup } from "./setup";

/** What the oscilloscope saw, in volts across the loads, and at the amplifier's input where that is read. */
export type Seen = {
  volts: Float64Array[];
  input: Float64Array | null;
  sampleRateHz: number;
  /** Across a load. */
  fullScaleVolts: number;
};

/** How a stretch is recorded. */
export type SessionRequest = {
  seconds: number;
  sampleRateHz: number;
  /** Range across a load; it is widened where that is too little, unless it is fixed. */
  rangeVolts: number;
  isFixed?: boolean;
  /** Range at the amplifier's input, where that is read too. */
  sourceVolts?: number;
  /** Before the oscilloscope begins, each time that it does: the outputs go on. */
  before?(): Promise<void>;
  /** Once the oscilloscope has begun. */
  onBegun?(): Promise<void>;
  /** Once it is done, before its samples are handed over, which may take long: the outputs go off. */
  onDone?(): Promise<void>;
  /** While it records; it takes a moment itself. */
  look?(elapsed: number): Promise<void>;
  /** Whether somebody ended it: then it is not played once more in a wider range. */
  isEnded?(): boolean;
};

/** A channel of the oscilloscope and the peak volts that it is to take. */
type Range = { channel: number; volts: number; isFixed: boolean };

/** At least one step of ranges by 1, 2 and 5. */
const WIDER = 2.5;
/** From the narrowest range to the widest there are not more steps than this. */
const MOST_TRIES = 12;
/** Well within a lease. */
const RENEW_SECONDS = 1;
/** Where nobody looks on, the instrument is asked this often whether it is done. */
const POLL_SECONDS = 0.05;
/** Voltmeter and oscilloscope may differ by this much beyond their own accuracy: cables, and a level that moves. Chosen here. */
const APART_RATIO = 0.02;
/** Near the end of its bandwidth a voltmeter reads low by itself. Chosen here. */
const TRUE_BELOW_SHARE = 0.3;

/** The instruments while they are held for one measurement: taken, used, and let go with every output off. */
export class InstrumentSession {
  readonly generator: Generator;
  readonly meters: NetworkMeters;
  private readonly oscilloscope: Oscilloscope;
  private readonly scopeAccuracyRatio: number;
  /** One step of its converter, over full scale. */
  private readonly scopeStepRatio: number;
  private readonly outputs: number[];

  private constructor(
    private readonly turn: NetworkTurn,
    private readonly link: NetworkLink,
    private readonly setup: NetworkSetup,
  ) {
    const scope = new ScpiClient(turn, setup.oscilloscope);
    this.generator = new Generator(new ScpiClient(turn, setup.generator));
    this.oscilloscope = new Oscilloscope(scope);
    this.scopeAccuracyRatio = scope.number("accuracyRatio");
    this.scopeStepRatio = 2 / 2 ** scope.number("bits");
    this.meters = new NetworkMeters(turn, setup.meters, () => link.now());
    this.outputs = Array.from({ length: this.generator.outputCount }, (_, k) => k + 1);
  }

  /** Does something with the instruments, and turns every output off after it, whatever becomes of it. @throws {InstrumentFault} */
  static async hold<T>(
    link: NetworkLink,
    setup: NetworkSetup,
    work: (desk: InstrumentSession) => Promise<T>,
  ): Promise<T> {
    const desk = await InstrumentSession.take(link, setup);
    let done: T;
    try {
      done = await work(desk);
    } catch (error) {
      throw await desk.failed(error);
    }
    await desk.release();
    return done;
  }

  /** @throws {InstrumentFault} where one does not answer, or is held by another page */
  static async take(link: NetworkLink, setup: NetworkSetup): Promise<InstrumentSession> {
    const { generator, oscilloscope, meters } = setup;
    const turn = await asFault("Instruments", () =>
      link.begin([generator, oscilloscope, ...metersIn(meters)].map(({ id }) => id)),
    );
    const desk = new InstrumentSession(turn, link, setup);
    try {
      for (const instrument of [generator, oscilloscope])
        await new ScpiClient(turn, instrument).identify();
      await desk.generator.prepare(desk.outputs);
      await desk.generator.off(desk.outputs);
      await desk.oscilloscope.prepare();
      await desk.meters.prepare();
    } catch (error) {
      throw await desk.failed(error);
    }
    return desk;
  }

  /** Every output off, and the instruments free for others. */
  async release(): Promise<void> {
    await asFault("Instruments", () => this.turn.end());
  }

  /** Lets go after something failed. @returns what failed, and what failed beside it: an output that may still be on is never left out */
  async failed(error: unknown): Promise<unknown> {
    try {
      await this.release();
    } catch (second) {
      if (!(error instanceof InstrumentFault && second instanceof InstrumentFault)) return error;
      return new InstrumentFault({
        ...error.finding,
        advice: `${error.finding.advice} Besides: ${second.finding.advice}`,
      });
    }
    return error;
  }

  now(): number {
    return this.link.now();
  }

  /** Waits, and says now and then that somebody still does: a lease is shorter than many a wait. */
  async wait(seconds: number): Promise<void> {
    for (let left = seconds; left > 0; left -= RENEW_SECONDS) {
      await this.link.wait(Math.min(left, RENEW_SECONDS));
      if (left > RENEW_SECONDS) await asFault("Instruments", () => this.turn.renew());
    }
  }

  /** The generator's outputs for channels that are driven; one output alone feeds all of them. @throws {InstrumentFault} where it has too few */
  outputsFor(drives: readonly boolean[]): number[] {
    if (this.outputs.length >= drives.length)
      return this.outputs.filter((_, channel) => drives[channel]);
    if (drives.every(Boolean)) return [1];
    throw new InstrumentFault({
      code: "instrument-fault",
      where: this.setup.generator.name,
      advice:
        "this run drives one channel while another is idle, but one output feeds both. Use a generator with one output per channel, or another source.",
    });
  }

  /** A sine at all outputs that are driven. */
  async play(outputs: readonly number[], hertz: number, voltsPeak: number): Promise<void> {
    for (const output of outputs) await this.generator.sine(output, hertz, voltsPeak);
    await this.generator.on(outputs);
    await this.wait(this.generator.settleSeconds);
  }

  async silence(): Promise<void> {
    await this.generator.off(this.outputs);
  }

  /** Records a stretch, in wider ranges where those that were chosen are too narrow. @throws {InstrumentFault} */
  async record(stretch: SessionRequest): Promise<Seen> {
    const ranges = this.rangesOf(stretch);
    for (let tried = 1; ; tried++) {
      const scoped = await this.recordOnce(ranges, stretch);
      const narrow = ranges.filter(
        (range, k) =>
          !range.isFixed && isBeyondRange(peakOf(scoped.volts[k]), scoped.fullScaleVolts[k]),
      );
      if (narrow.length === 0 || tried === MOST_TRIES || stretch.isEnded?.())
        return this.seen(ranges, scoped);
      for (const range of narrow) this.choose(range, WIDER * range.volts);
    }
  }

  private rangesOf({ rangeVolts, isFixed = false, sourceVolts }: SessionRequest): Range[] {
    const { readChannels, sourceChannel } = this.setup;
    const pair = fullAcrossLoad(this.setup, 1);
    const ranges = [...new Set(readChannels.flat())].map((channel) =>
      this.choose({ channel, volts: 0, isFixed }, rangeVolts / pair),
    );
    if (sourceVolts === undefined) return ranges;
    if (sourceChannel === null)
      throw new InstrumentFault({
        code: "instrument-fault",
        where: this.setup.oscilloscope.name,
        advice:
          "this run compares output and input, but no channel measures the amplifier's input. Connect one there and choose it on the Rig.",
      });
    return [
      ...ranges,
      this.choose({ channel: sourceChannel, volts: 0, isFixed: false }, sourceVolts),
    ];
  }

  /** Sets a range within what the oscilloscope has; the widest is wide enough for whatever comes. */
  private choose(range: Range, volts: number): Range {
    const { leastVoltsPeak, mostVoltsPeak } = this.oscilloscope;
    range.volts = Math.min(mostVoltsPeak, Math.max(leastVoltsPeak, volts));
    range.isFixed ||= range.volts === mostVoltsPeak;
    return range;
  }

  private async recordOnce(
    ranges: readonly Range[],
    { seconds, sampleRateHz, before, onBegun, onDone, look }: SessionRequest,
  ): Promise<Scoped> {
    const { oscilloscope } = this;
    const fullScaleVolts: number[] = [];
    for (const { channel, volts } of ranges)
      fullScaleVolts.push(await oscilloscope.range(channel, volts));
    await before?.();
    const hertz = await oscilloscope.start(seconds, sampleRateHz);
    await onBegun?.();
    await oscilloscope.wait(seconds, {
      now: () => this.now(),
      look: look ?? (() => this.wait(POLL_SECONDS)),
    });
    await onDone?.();
    const channels = ranges.map(({ channel }) => channel);
    return oscilloscope.fetch(channels, { fullScaleVolts, sampleRateHz: hertz, seconds });
  }

  private seen(ranges: readonly Range[], scoped: Scoped): Seen {
    const { setup } = this;
    const at = ranges.findIndex(({ channel }) => channel === setup.sourceChannel);
    const channels = ranges.map(({ channel }) => channel);
    const ofLoads = scoped.fullScaleVolts.filter((_, k) => k !== at);
    return {
      volts: acrossLoads(setup, channels, scoped),
      input: at < 0 ? null : scoped.volts[at],
      sampleRateHz: scoped.sampleRateHz,
      fullScaleVolts: fullAcrossLoad(setup, Math.min(...ofLoads)),
    };
  }

  /**
   * Holds a tone's volts against the voltmeter's: a probe that is switched differently than it was asked makes every figure wrong, and
   * nothing else would say so.
   * @throws {InstrumentFault} where they are further apart than both are worth
   */
  vouch({ volts, fullScaleVolts }: Seen, meterVoltsRms: number | null, hertz: number): void {
    const vouching = this.meters.vouching();
    if (!vouching || meterVoltsRms === null) return;
    if (hertz > TRUE_BELOW_SHARE * vouching.bandwidthHertz) return;
    const seenVoltsRms = rootMeanSquare(volts[0]);
    const allowed =
      (vouching.accuracyRatio + this.scopeAccuracyRatio + APART_RATIO) * meterVoltsRms +
      this.scopeStepRatio * fullScaleVolts;
    if (Math.abs(seenVoltsRms - meterVoltsRms) <= allowed) return;
    throw new InstrumentFault({
      code: "instrument-fault",
      where: this.setup.oscilloscope.name,
      advice: `it reads ${formatSignificant(seenVoltsRms, 3)} V, but ${vouching.name} reads ${formatSignificant(meterVoltsRms, 3)} V across the same load. One of them is wrong, so neither is used: check the switch on the probe, its factor on the Rig, and where the voltmeter is connected.`,
    });
  }
}
