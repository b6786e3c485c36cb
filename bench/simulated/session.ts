import { outputStage } from "./amplifier";
import { InputStage } from "./amplifier/InputStage";
import type { OutputStage } from "./amplifier/OutputStage";
import { readStage } from "./amplifier/StageReading";
import { OUTPUT_LATENCY_SAMPLES } from "./circuit/LoadedOutput";
import { HeatLadder, type Temperatures } from "./heat/HeatLadder";
import type { LoadState } from "./load/loadSpace";
import { WarmLoad } from "./load/WarmLoad";
import { Protection, type ProtectionEvent } from "./protection/Protection";
import { stageOfChannel, withFaults } from "./rig/faults";
import type { Rig } from "./rig/rig";
import { supplyModel } from "./supply";
import { MainsModel } from "./supply/mains";
import type { Supply } from "./supply/Rails";

/** Samples that the output lies behind the source. */
const LATENCY_SAMPLES = OUTPUT_LATENCY_SAMPLES;

/** The supply moves in steps of at most this; the limits it sets glide from one to the next. */
const SUPPLY_SECONDS = 42e-6;
/** Protection looks on, the level control turns, and progress is told, block by block. */
const BLOCK_SECONDS = 0.002;
/** Heat moves on this often; a junction takes ten times longer to follow. */
const HEAT_SECONDS = 0.05;
const RIPPLE_MEAN_SECONDS = 0.2;

export type SessionEvent = {
  seconds: number;
  event: ProtectionEvent | "breaker-tripped" | "resistor-opened";
};

/** How things stand after a block. Powers are means over the last heat step. */
export type SessionState = {
  seconds: number;
  temperatures: Temperatures;
  loadCelsius: readonly number[];
  loadWatts: readonly number[];
  dissipatedWatts: number;
  mains: { amperesRms: number; amperesPeak: number; watts: number };
  isCutOut: boolean;
};

/**
 * A rig that is switched on: it keeps its charge, heat and protection from one stimulus to the next. Time goes on sample by
 * sample; within a block the input stages run first (nothing acts back on them), then outputs and supply step by step.
 */
export class Session {
  readonly events: SessionEvent[] = [];
  private readonly rig: Rig;
  private readonly stepSeconds: number;
  private readonly supplySamples: number;
  private readonly blockSamples: number;
  private readonly inputs: InputStage[];
  private readonly stages: OutputStage[];
  private readonly loads: WarmLoad[];
  private loadStates: LoadState[];
  private idleAmperes: number;
  private readonly supply: Supply;
  private readonly mains: MainsModel;
  private readonly ladder: HeatLadder;
  private readonly protection: Protection;
  private readonly sourceBlock: Float64Array;
  private readonly silence: Float64Array;
  private readonly asked: Float64Array[];
  private readonly added: Float64Array;
  private readonly askedBefore: Float64Array;
  private gate = 1;
  private gateTarget = 1;
  private ripple = 0;
  private meanVolts: number;
  private humPhase = 0;
  private elapsed = 0;
  private railJoules = 0;
  private loadJoules: number[];
  private heatSeconds = 0;
  private state: SessionState;

  /**
   * @param drives which of the channels that are simulated get the stimulus; the rig's other channels only idle
   * @param sampleRateHz of the simulation, at least 176 400
   */
  constructor(
    given: Rig,
    private readonly drives: readonly boolean[],
    sampleRateHz: number,
    seed: number,
  ) {
    const rig = withFaults(given);
    this.rig = rig;
    this.stepSeconds = 1 / sampleRateHz;
    this.supplySamples = Math.max(1, Math.floor(SUPPLY_SECONDS * sampleRateHz));
    this.blockSamples =
      this.supplySamples *
      Math.max(1, Math.round((BLOCK_SECONDS * sampleRateHz) / this.supplySamples));
    this.supply = supplyModel(rig.supply, rig.mains, this.stepSeconds);
    this.mains = new MainsModel(rig.mains, this.stepSeconds);
    this.ladder = new HeatLadder(rig.heat, rig.room.ambientCelsius);
    this.protection = new Protection(rig.protection, (event) =>
      this.events.push({ seconds: this.elapsed, event }),
    );
    this.loads = drives.map(
      (_, channel) =>
        new WarmLoad(rig.loads[Math.min(channel, rig.loads.length - 1)], rig.room.ambientCelsius),
    );
    this.loadStates = this.loads.map((load) => load.state());
    this.idleAmperes = this.idleAt(rig.room.ambientCelsius);
    this.inputs = drives.map(
      (_, channel) =>
        new InputStage(
          this.inputPart(),
          { channel, sourceOhms: rig.source.outputOhms, seed: seed + 31 * channel },
          this.stepSeconds,
        ),
    );
    this.stages = drives.map((_, channel) =>
      outputStage(
        stageOfChannel(rig, channel),
        { hasSplitSupply: rig.supply.kind !== "brick", isBridged: rig.connection === "bridged" },
        this.loadStates[channel],
        { stepSeconds: this.stepSeconds, blockSamples: this.blockSamples },
      ),
    );
    this.sourceBlock = new Float64Array(this.blockSamples);
    this.silence = new Float64Array(this.blockSamples);
    this.asked = drives.map(() => new Float64Array(this.blockSamples));
    this.added = new Float64Array(this.blockSamples);
    this.askedBefore = new Float64Array(drives.length);
    this.meanVolts = this.supply.rails.positiveVolts;
    this.loadJoules = drives.map(() => 0);
    this.state = {
      seconds: 0,
      temperatures: this.ladder.temperatures,
      loadCelsius: this.loads.map(({ hottestCelsius }) => hottestCelsius),
      loadWatts: drives.map(() => 0),
      dissipatedWatts: 0,
      mains: { amperesRms: 0, amperesPeak: 0, watts: 0 },
      isCutOut: false,
    };
  }

  get now(): SessionState {
    return this.state;
  }

  /**
   * Plays source volts and returns the volts across each load, as many and in time with them.
   * @param onBlock is told after each block how many samples of the output are there; it may answer at which sample to end early
   */
  play(
    source: Float64Array,
    onBlock: (
      doneSamples: number,
      state: SessionState,
      outputs: readonly Float64Array[],
    ) => number | void = () => {},
  ): Float64Array[] {
    const outputs = this.drives.map(() => new Float64Array(source.length));
    const { blockSamples } = this;
    let end = source.length;
    for (let first = 0; first < end + LATENCY_SAMPLES; first += blockSamples) {
      this.sourceBlock.fill(0);
      if (first < end)
        this.sourceBlock.set(source.subarray(first, Math.min(end, first + blockSamples)));
      this.playBlock();
      // What comes out now belongs to samples that were put in before.
      outputs.forEach((output, channel) => {
        const at = first - LATENCY_SAMPLES;
        const skip = Math.max(0, -at);
        output.set(
          this.stages[channel].volts.subarray(skip, Math.min(blockSamples, source.length - at)),
          at + skip,
        );
      });
      end = Math.min(
        end,
        onBlock(
          Math.max(0, Math.min(end, first + blockSamples - LATENCY_SAMPLES)),
          this.state,
          outputs,
        ) ?? end,
      );
    }
    return outputs.map((output) => output.subarray(0, end));
  }

  /** Samples of a block; `stream` takes whole ones. */
  get blockLength(): number {
    return this.blockSamples;
  }

  /**
   * Plays on without a gap from one call to the next: what comes back lies a few samples behind what goes in.
   * @param source a whole number of blocks
   */
  stream(source: Float64Array): Float64Array[] {
    const { blockSamples } = this;
    if (source.length % blockSamples !== 0)
      throw new RangeError(
        `a stream takes whole blocks of ${blockSamples} samples, not ${source.length}`,
      );
    const outputs = this.drives.map(() => new Float64Array(source.length));
    for (let first = 0; first < source.length; first += blockSamples) {
      this.sourceBlock.set(source.subarray(first, first + blockSamples));
      this.playBlock();
      outputs.forEach((output, channel) => output.set(this.stages[channel].volts, first));
    }
    return outputs;
  }

  /** Lets time pass with powers as they were in the last heat step: hours of soak in a moment. */
  leap(seconds: number): void {
    this.elapsed += seconds;
    this.ladder.advance(this.state.dissipatedWatts, seconds);
    this.loads.forEach((load, channel) => load.warm(this.state.loadWatts[channel], seconds));
    this.protection.watchHeat(this.ladder.temperatures.sinkCelsius);
    this.followHeat();
  }

  /** In a bridge the second half doubles the gain; noise and offset of the two do not add fully, which is left out. */
  private inputPart() {
    const { input, connection } = this.rig;
    return connection === "bridged"
      ? {
          ...input,
          gainRatio: 2 * input.gainRatio,
          slewVoltsPerSecond: 2 * input.slewVoltsPerSecond,
        }
      : input;
  }

  private playBlock(): void {
    const { blockSamples, asked, inputs, drives, stepSeconds } = this;
    inputs.forEach((input, channel) =>
      input.run(drives[channel] ? this.sourceBlock : this.silence, asked[channel]),
    );
    if (drives.length > 1 && this.rig.input.crosstalkRatio > 0) this.addCrosstalk();
    this.applyGate();
    this.addHum();
    this.runOutputs();
    const seconds = blockSamples * stepSeconds;
    this.elapsed += seconds;
    const readings = this.stages.map(readStage);
    readings.forEach(({ loadWatts }, channel) => (this.loadJoules[channel] += loadWatts * seconds));
    this.gateTarget = this.protection.watch(
      readings,
      this.ladder.temperatures.sinkCelsius,
      seconds,
    );
    this.heatSeconds += seconds;
    if (this.heatSeconds >= HEAT_SECONDS) this.passHeat();
  }

  private runOutputs(): void {
    const { blockSamples, supplySamples, asked, stages, supply, mains, rig } = this;
    const { rails } = supply;
    const idlers =
      Math.max(0, (rig.connection === "bridged" ? 1 : rig.input.channelCount) - stages.length) *
      this.idleAmperes *
      supplySamples;
    stages.forEach((stage, channel) => stage.bend(asked[channel], rails));
    for (let at = 0; at < blockSamples; at += supplySamples) {
      mains.advance(supplySamples);
      for (let channel = 0; channel < stages.length; channel++)
        stages[channel].run(asked[channel], at, at + supplySamples, rails);
      rails.positiveDraw += idlers;
      if (rig.supply.kind !== "brick") rails.negativeDraw += idlers;
      this.railJoules += rails.wattsDrawn(1) * this.stepSeconds;
      supply.advance(mains.volts, supplySamples);
      mains.take(supply.mainsAmperes);
    }
  }

  /** Offset, hum from the transformer's field, and the supply's ripple as it stood a block ago. */
  private addHum(): void {
    const { asked, blockSamples, rig, supply, stepSeconds } = this;
    const { humVoltsRms, rippleRatio, offsetVolts } = rig.input;
    const blockSeconds = blockSamples * stepSeconds;
    const before = this.ripple;
    const { positiveVolts } = supply.rails;
    this.meanVolts += (positiveVolts - this.meanVolts) * (blockSeconds / RIPPLE_MEAN_SECONDS);
    this.ripple = rippleRatio * (positiveVolts - this.meanVolts);
    const rise = (this.ripple - before) / blockSamples;
    const turn = 2 * Math.PI * rig.mains.frequencyHz * stepSeconds;
    const hum = humVoltsRms * Math.SQRT2;
    // A sine by its recurrence, started afresh each block.
    const double = 2 * Math.cos(turn);
    let now = hum * Math.sin(this.humPhase),
      last = hum * Math.sin(this.humPhase - turn);
    const added = this.added;
    for (let n = 0; n < blockSamples; n++) {
      added[n] = offsetVolts + before + rise * n + now;
      const next = double * now - last;
      last = now;
      now = next;
    }
    for (const volts of asked) for (let n = 0; n < blockSamples; n++) volts[n] += added[n];
    this.humPhase = (this.humPhase + turn * blockSamples) % (2 * Math.PI);
  }

  /** Capacitance between the channels: the slope of the others, so that it rises with frequency. */
  private addCrosstalk(): void {
    const { asked, askedBefore, blockSamples } = this;
    const scale = this.rig.input.crosstalkRatio / (2 * Math.PI * 1000 * this.stepSeconds);
    const last = asked.map((volts) => volts[blockSamples - 1]);
    if (asked.length === 2) addSlopes(asked[0], asked[1], [askedBefore[0], askedBefore[1]], scale);
    else this.addAllSlopes(scale);
    askedBefore.set(last);
  }

  private addAllSlopes(scale: number): void {
    const { asked, askedBefore } = this;
    const slopes = asked.map((volts, channel) =>
      volts.map((value, n) => value - (n > 0 ? volts[n - 1] : askedBefore[channel])),
    );
    asked.forEach((volts, channel) =>
      slopes.forEach(
        (others, other) =>
          other !== channel && others.forEach((slope, n) => (volts[n] += scale * slope)),
      ),
    );
  }

  private applyGate(): void {
    const { gate, gateTarget, asked, blockSamples } = this;
    this.gate = gateTarget;
    if (gate === 1 && gateTarget === 1) return;
    for (const volts of asked)
      for (let n = 0; n < blockSamples; n++)
        volts[n] *= gate + ((gateTarget - gate) * n) / blockSamples;
  }

  /** Electrical power of the last heat step becomes heat: what the rails gave and the loads did not get. */
  private passHeat(): void {
    const seconds = this.heatSeconds;
    const loadWatts = this.loadJoules.map((joules) => joules / seconds);
    const dissipatedWatts = Math.max(
      0,
      this.railJoules / seconds - loadWatts.reduce((sum, watts) => sum + watts, 0),
    );
    this.ladder.advance(dissipatedWatts, seconds);
    this.loads.forEach((load, channel) => load.warm(loadWatts[channel], seconds));
    const wasTripped = this.mains.isTripped;
    const mains = this.mains.settle(seconds);
    if (this.mains.isTripped && !wasTripped)
      this.events.push({ seconds: this.elapsed, event: "breaker-tripped" });
    this.state = { ...this.state, loadWatts, dissipatedWatts, mains };
    this.followHeat();
    this.railJoules = 0;
    this.loadJoules.fill(0);
    this.heatSeconds = 0;
  }

  private followHeat(): void {
    const { temperatures } = this.ladder;
    const openBefore = this.openCount;
    const idleAmperes = this.idleAt(temperatures.sinkCelsius);
    this.loads.forEach((load, channel) => {
      const next = load.state();
      if (
        !isNear(next, this.loadStates[channel]) ||
        Math.abs(idleAmperes / this.idleAmperes - 1) > NOTICEABLE_IDLE_RATIO
      ) {
        this.loadStates[channel] = next;
        this.stages[channel].settle(next, idleAmperes);
      }
    });
    if (Math.abs(idleAmperes / this.idleAmperes - 1) > NOTICEABLE_IDLE_RATIO)
      this.idleAmperes = idleAmperes;
    this.openCount = this.loads.reduce(
      (count, { resistors }) => count + resistors.filter(({ isOpen }) => isOpen).length,
      0,
    );
    if (this.openCount > openBefore)
      this.events.push({ seconds: this.elapsed, event: "resistor-opened" });
    this.state = {
      ...this.state,
      seconds: this.elapsed,
      temperatures,
      loadCelsius: this.loads.map(({ hottestCelsius }) => hottestCelsius),
      isCutOut: this.protection.isCutOut,
    };
  }
  private openCount = 0;

  private idleAt(sinkCelsius: number): number {
    const { stage, heat } = this.rig;
    return (
      stage.idleAmperes *
      Math.max(LEAST_IDLE_RATIO, 1 + heat.biasPerCelsius * (sinkCelsius - BIAS_SET_CELSIUS))
    );
  }
}

/** Bias is set with the amplifier warm from an hour of idling. Common practice. */
const BIAS_SET_CELSIUS = 35;
const LEAST_IDLE_RATIO = 0.05;
/** Smaller changes are not worth working the network out again. */
const NOTICEABLE_IDLE_RATIO = 0.005;
const NOTICEABLE_OHMS_RATIO = 1e-5;

/** Adds to each of two channels the slope of the other, in place. */
const addSlopes = (
  left: Float64Array,
  right: Float64Array,
  [leftBefore, rightBefore]: readonly [number, number],
  scale: number,
): void => {
  for (let n = 0; n < left.length; n++) {
    const leftNow = left[n],
      rightNow = right[n];
    left[n] = leftNow + scale * (rightNow - rightBefore);
    right[n] = rightNow + scale * (leftNow - leftBefore);
    leftBefore = leftNow;
    rightBefore = rightNow;
  }
};

const isNear = (left: LoadState, right: LoadState): boolean =>
  left.kind === "speaker" ||
  (right.kind === "resistive" && Math.abs(left.ohms / right.ohms - 1) < NOTICEABLE_OHMS_RATIO);
