import { outputStage } from "./amplifier";
import { INPUT_LATENCY_SAMPLES, InputStage } from "./amplifier/InputStage";
import type { OutputStage } from "./amplifier/OutputStage";
import { OUTPUT_LATENCY_SAMPLES } from "./circuit/ClippedOutput";
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
export const LATENCY_SAMPLES = INPUT_LATENCY_SAMPLES + OUTPUT_LATENCY_SAMPLES;

/** The supply moves in steps of at most this: its shortest time constants are a hundred times longer. */
const SUPPLY_SECONDS = 21e-6;
/** Protection looks on, the level control turns, and progress is told, block by block. */
const BLOCK_SECONDS = 0.001;
/** Heat moves on this often; a junction takes ten times longer to follow. */
const HEAT_SECONDS = 0.05;
const RIPPLE_MEAN_SECONDS = 0.2;

export type SessionEvent = { seconds: number; event: ProtectionEvent | "breaker-tripped" | "resistor-opened" };

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
  private readonly drawn: Float64Array[];
  private readonly askedBefore: Float64Array;
  private gate = 1;
  private gateTarget = 1;
  private ripple: number;
  private elapsed = 0;
  private railJoules = 0;
  private loadJoules: number[];
  private heatSeconds = 0;
  private state: SessionState;

  /**
   * @param drives which of the channels that are simulated get the stimulus; the rig's other channels only idle
   * @param sampleRateHz of the simulation, at least 176 400
   */
  constructor(given: Rig, private readonly drives: readonly boolean[], sampleRateHz: number, seed: number) {
    const rig = withFaults(given);
    this.rig = rig;
    this.stepSeconds = 1 / sampleRateHz;
    this.supplySamples = Math.max(1, Math.floor(SUPPLY_SECONDS * sampleRateHz));
    this.blockSamples = this.supplySamples * Math.max(1, Math.round((BLOCK_SECONDS * sampleRateHz) / this.supplySamples));
    this.supply = supplyModel(rig.supply, rig.mains, this.stepSeconds);
    this.mains = new MainsModel(rig.mains, this.stepSeconds);
    this.ladder = new HeatLadder(rig.heat, rig.room.ambientCelsius);
    this.protection = new Protection(rig.protection, (event) => this.events.push({ seconds: this.elapsed, event }));
    this.loads = drives.map((_, channel) => new WarmLoad(rig.loads[Math.min(channel, rig.loads.length - 1)], rig.room.ambientCelsius));
    this.loadStates = this.loads.map((load) => load.state());
    this.idleAmperes = this.idleAt(rig.room.ambientCelsius);
    this.inputs = drives.map((_, channel) => new InputStage(this.inputPart(), channel, rig.source.outputOhms, this.stepSeconds, seed + 31 * channel));
    this.stages = drives.map((_, channel) => outputStage(stageOfChannel(rig, channel), rig.supply.kind !== "brick", rig.connection === "bridged", this.loadStates[channel], this.stepSeconds));
    this.sourceBlock = new Float64Array(this.blockSamples);
    this.silence = new Float64Array(this.blockSamples);
    this.asked = drives.map(() => new Float64Array(this.blockSamples));
    this.drawn = drives.map(() => new Float64Array(this.blockSamples));
    this.askedBefore = new Float64Array(drives.length);
    this.ripple = this.supply.rails.positiveVolts;
    this.loadJoules = drives.map(() => 0);
    this.state = { seconds: 0, temperatures: this.ladder.temperatures, loadCelsius: this.loads.map(({ hottestCelsius }) => hottestCelsius), loadWatts: drives.map(() => 0), dissipatedWatts: 0, mains: { amperesRms: 0, amperesPeak: 0, watts: 0 }, isCutOut: false };
  }

  get now(): SessionState {
    return this.state;
  }

  /**
   * Plays source volts and returns the volts across each load, as many and in time with them.
   * @param onBlock is told how far it is, block by block
   */
  play(source: Float64Array, onBlock: (doneRatio: number, state: SessionState) => void = () => {}): Float64Array[] {
    const outputs = this.drives.map(() => new Float64Array(source.length));
    const { blockSamples } = this;
    for (let first = 0; first < source.length + LATENCY_SAMPLES; first += blockSamples) {
      this.sourceBlock.fill(0);
      if (first < source.length) this.sourceBlock.set(source.subarray(first, Math.min(source.length, first + blockSamples)));
      this.playBlock();
      // What comes out now belongs to samples that were put in before.
      outputs.forEach((output, channel) => {
        const at = first - LATENCY_SAMPLES;
        const skip = Math.max(0, -at);
        output.set(this.drawn[channel].subarray(skip, Math.min(blockSamples, source.length - at)), at + skip);
      });
      onBlock(Math.min(1, first / source.length), this.state);
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
    return connection === "bridged" ? { ...input, gainRatio: 2 * input.gainRatio, slewVoltsPerSecond: 2 * input.slewVoltsPerSecond } : input;
  }

  private playBlock(): void {
    const { blockSamples, asked, inputs, drives, stepSeconds } = this;
    inputs.forEach((input, channel) => input.run(drives[channel] ? this.sourceBlock : this.silence, asked[channel], blockSamples));
    if (drives.length > 1 && this.rig.input.crosstalkRatio > 0) this.addCrosstalk();
    this.applyGate();
    this.runOutputs();
    const seconds = blockSamples * stepSeconds;
    this.elapsed += seconds;
    const readings = this.stages.map((stage) => stage.reading());
    readings.forEach(({ loadWatts }, channel) => (this.loadJoules[channel] += loadWatts * seconds));
    this.gateTarget = this.protection.watch(readings, this.ladder.temperatures.sinkCelsius, seconds);
    this.heatSeconds += seconds;
    if (this.heatSeconds >= HEAT_SECONDS) this.passHeat();
  }

  private runOutputs(): void {
    const { blockSamples, supplySamples, asked, drawn, stages, supply, mains, rig } = this;
    const { rails } = supply;
    const { humVoltsRms, rippleRatio, offsetVolts, channelCount } = rig.input;
    const hum = (humVoltsRms * Math.SQRT2) / (rig.mains.nominalVoltsRms * Math.SQRT2);
    const rippleShare = (supplySamples * this.stepSeconds) / RIPPLE_MEAN_SECONDS;
    const idlers = Math.max(0, (rig.connection === "bridged" ? 1 : channelCount) - stages.length) * this.idleAmperes * supplySamples;
    for (let at = 0; at < blockSamples; at += supplySamples) {
      mains.advance(supplySamples);
      this.ripple += rippleShare * (rails.positiveVolts - this.ripple);
      const added = offsetVolts + hum * mains.volts + rippleRatio * (rails.positiveVolts - this.ripple);
      for (let channel = 0; channel < stages.length; channel++) stages[channel].run(asked[channel], drawn[channel], at, at + supplySamples, rails, added);
      rails.positiveDraw += idlers;
      if (rig.supply.kind !== "brick") rails.negativeDraw += idlers;
      this.railJoules += rails.wattsDrawn(1) * this.stepSeconds;
      supply.advance(mains.volts, supplySamples);
      mains.take(supply.mainsAmperes);
    }
  }

  /** Capacitance between the channels: the slope of the others, so that it rises with frequency. */
  private addCrosstalk(): void {
    const { asked, askedBefore, blockSamples } = this;
    const scale = this.rig.input.crosstalkRatio / (2 * Math.PI * 1000 * this.stepSeconds);
    const last = asked.map((volts) => volts[blockSamples - 1]);
    // From the last sample back, so that what is read has not been changed yet.
    for (let n = blockSamples - 1; n >= 0; n--) {
      let slopes = 0;
      for (let channel = 0; channel < asked.length; channel++) slopes += asked[channel][n] - (n > 0 ? asked[channel][n - 1] : askedBefore[channel]);
      for (let channel = 0; channel < asked.length; channel++) asked[channel][n] += scale * (slopes - (asked[channel][n] - (n > 0 ? asked[channel][n - 1] : askedBefore[channel])));
    }
    askedBefore.set(last);
  }

  private applyGate(): void {
    const { gate, gateTarget, asked, blockSamples } = this;
    this.gate = gateTarget;
    if (gate === 1 && gateTarget === 1) return;
    for (const volts of asked) for (let n = 0; n < blockSamples; n++) volts[n] *= gate + ((gateTarget - gate) * n) / blockSamples;
  }

  /** Electrical power of the last heat step becomes heat: what the rails gave and the loads did not get. */
  private passHeat(): void {
    const seconds = this.heatSeconds;
    const loadWatts = this.loadJoules.map((joules) => joules / seconds);
    const dissipatedWatts = Math.max(0, this.railJoules / seconds - loadWatts.reduce((sum, watts) => sum + watts, 0));
    this.ladder.advance(dissipatedWatts, seconds);
    this.loads.forEach((load, channel) => load.warm(loadWatts[channel], seconds));
    const wasTripped = this.mains.isTripped;
    const mains = this.mains.settle(seconds);
    if (this.mains.isTripped && !wasTripped) this.events.push({ seconds: this.elapsed, event: "breaker-tripped" });
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
      if (!isNear(next, this.loadStates[channel]) || Math.abs(idleAmperes / this.idleAmperes - 1) > NOTICEABLE_IDLE_RATIO) {
        this.loadStates[channel] = next;
        this.stages[channel].settle(next, idleAmperes);
      }
    });
    if (Math.abs(idleAmperes / this.idleAmperes - 1) > NOTICEABLE_IDLE_RATIO) this.idleAmperes = idleAmperes;
    this.openCount = this.loads.reduce((count, { resistors }) => count + resistors.filter(({ isOpen }) => isOpen).length, 0);
    if (this.openCount > openBefore) this.events.push({ seconds: this.elapsed, event: "resistor-opened" });
    this.state = { ...this.state, seconds: this.elapsed, temperatures, loadCelsius: this.loads.map(({ hottestCelsius }) => hottestCelsius), isCutOut: this.protection.isCutOut };
  }
  private openCount = 0;

  private idleAt(sinkCelsius: number): number {
    const { stage, heat } = this.rig;
    return stage.idleAmperes * Math.max(LEAST_IDLE_RATIO, 1 + heat.biasPerCelsius * (sinkCelsius - BIAS_SET_CELSIUS));
  }
}

/** Bias is set with the amplifier warm from an hour of idling. Common practice. */
const BIAS_SET_CELSIUS = 35;
const LEAST_IDLE_RATIO = 0.05;
/** Smaller changes are not worth working the network out again. */
const NOTICEABLE_IDLE_RATIO = 0.005;
const NOTICEABLE_OHMS_RATIO = 1e-6;

const isNear = (left: LoadState, right: LoadState): boolean => left.kind === "speaker" || (right.kind === "resistive" && Math.abs(left.ohms / right.ohms - 1) < NOTICEABLE_OHMS_RATIO);
