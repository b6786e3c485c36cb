import { bridgedStage, outputStage } from "./amplifier";
import { Crosstalk } from "./amplifier/Crosstalk";
import { Gate } from "./amplifier/Gate";
import { Hum } from "./amplifier/Hum";
import { InputStage } from "./amplifier/InputStage";
import type { OutputStage } from "./amplifier/OutputStage";
import { readStage } from "./amplifier/StageReading";
import { OUTPUT_LATENCY_SAMPLES } from "./circuit/LoadedOutput";
import { EnergyAccount, type EnergyFlow } from "./energy";
import { HeatLadder, type LadderTemperatures } from "./heat/HeatLadder";
import type { LoadState } from "./load/loadSpace";
import { WarmLoad } from "./load/WarmLoad";
import { Protection, type ProtectionEvent } from "./protection/Protection";
import { stageOfChannel, withFaults } from "./rig/faults";
import { ROOM_FIELDS, type SimulatedRig } from "./rig/rig";
import { supplyModel } from "./supply";
import { MainsModel } from "./supply/mains";
import type { RailSupply } from "./supply/Rails";

/** Samples that the output lies behind the source. */
const LATENCY_SAMPLES = OUTPUT_LATENCY_SAMPLES;

/** The supply moves in steps of at most this; the limits it sets glide from one to the next. */
const SUPPLY_SECONDS = 42e-6;
/** Protection looks on, the level control turns, and progress is reported, block by block. */
const BLOCK_SECONDS = 0.002;
/** Heat moves on this often; a junction takes ten times longer to follow. */
const HEAT_SECONDS = 0.05;

export type SessionEvent = {
  seconds: number;
  event: ProtectionEvent | "breaker-tripped" | "resistor-opened";
};

/** How things stand after a block. Powers are means over the last heat step. */
export type SessionState = {
  seconds: number;
  temperatures: LadderTemperatures;
  loadCelsius: readonly number[];
  loadWatts: readonly number[];
  dissipatedWatts: number;
  mains: { amperesRms: number; amperesPeak: number; watts: number };
  isCutOut: boolean;
  /** Joules since it was switched on: what came from the socket went into loads and heat, or is stored in the supply. */
  energy: EnergyFlow & { stored: number };
};

/**
 * A rig that is switched on: it keeps its charge, heat and protection from one stimulus to the next. Time goes on sample by
 * sample; within a block the input stages run first (nothing acts back on them), then outputs and supply step by step.
 */
export class Session {
  readonly events: SessionEvent[] = [];
  private readonly rig: SimulatedRig;
  private readonly stepSeconds: number;
  private readonly supplySamples: number;
  private readonly blockSamples: number;
  private readonly inputs: InputStage[];
  private readonly stages: OutputStage[];
  private readonly loads: WarmLoad[];
  private loadStates: LoadState[];
  private idleAmperes: number;
  private readonly supply: RailSupply;
  private readonly mains: MainsModel;
  private readonly ladder: HeatLadder;
  private readonly protection: Protection;
  private readonly sourceBlock: Float64Array;
  /** What each input gets in a block: the source, silence, or something of its own. */
  private feeds: readonly Float64Array[];
  private readonly asked: Float64Array[];
  private readonly crosstalk: Crosstalk;
  private readonly hum: Hum;
  private readonly driveGate = new Gate();
  private readonly outputGate = new Gate();
  /** Stands for all channels that are not simulated: they only idle. */
  private readonly idler: OutputStage;
  private readonly idlerCount: number;
  private elapsed = 0;
  private openCount = 0;
  private readonly energy = new EnergyAccount();
  private givenBefore = 0;
  private lostBefore = 0;
  private storedJoules: number;
  private loadJoules: number[];
  private heatSeconds = 0;
  private state: SessionState;

  /**
   * @param drives which of the channels that are simulated get the stimulus; the rig's other channels only idle
   * @param sampleRateHz of the simulation, at least 176 400
   */
  constructor(
    given: SimulatedRig,
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
    const isBridged = rig.connection === "bridged";
    const stageOf = (channel: number): OutputStage =>
      outputStage(
        {
          ...(isBridged
            ? bridgedStage(stageOfChannel(rig, channel))
            : stageOfChannel(rig, channel)),
          idleAmperes: this.idleAmperes,
        },
        { hasSplitSupply: rig.supply.kind !== "brick", isBridged },
        this.loadStates[Math.min(channel, drives.length - 1)],
        { stepSeconds: this.stepSeconds, blockSamples: this.blockSamples },
      );
    this.stages = drives.map((_, channel) => stageOf(channel));
    this.idler = stageOf(drives.length);
    this.idlerCount = (rig.connection === "bridged" ? 1 : rig.input.channelCount) - drives.length;
    this.sourceBlock = new Float64Array(this.blockSamples);
    const silence = new Float64Array(this.blockSamples);
    this.feeds = drives.map((isDriven) => (isDriven ? this.sourceBlock : silence));
    this.asked = drives.map(() => new Float64Array(this.blockSamples));
    this.crosstalk = new Crosstalk(rig.input.crosstalkRatio, drives.length, this.stepSeconds);
    this.hum = new Hum(rig.input, rig.mains.frequencyHz, this.supply.rails.positiveVolts, {
      stepSeconds: this.stepSeconds,
      blockSamples: this.blockSamples,
    });
    this.storedJoules = this.supply.joules.stored;
    this.loadJoules = drives.map(() => 0);
    this.state = {
      seconds: 0,
      temperatures: this.ladder.temperatures,
      loadCelsius: this.loads.map(({ hottestCelsius }) => hottestCelsius),
      loadWatts: drives.map(() => 0),
      dissipatedWatts: 0,
      mains: { amperesRms: 0, amperesPeak: 0, watts: 0 },
      isCutOut: false,
      energy: { ...this.energy.joules, stored: this.storedJoules },
    };
  }

  /** Whether nothing of the amplifier reaches its loads, not even its noise. */
  get isOutputOpen(): boolean {
    return this.outputGate.isShut;
  }

  get now(): SessionState {
    return this.state;
  }

  /**
   * Plays source volts and returns the volts across each load, as many and in time with them.
   * @param onBlock receives the number of output samples after each block; it may return the sample to end at
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

  /** Inputs that are simulated; `streamEach` takes a source for each. */
  get channelCount(): number {
    return this.feeds.length;
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

  /** The same of one block, with a source of its own for each input. @throws {RangeError} on another length or count */
  streamEach(sources: readonly Float64Array[]): Float64Array[] {
    const { feeds, blockSamples } = this;
    if (sources.length !== feeds.length || sources.some(({ length }) => length !== blockSamples))
      throw new RangeError(`a block is ${blockSamples} samples for each of ${feeds.length} inputs`);
    this.feeds = sources;
    this.playBlock();
    return this.stages.map(({ volts }) => volts.slice());
  }

  /**
   * Lets time pass with powers as they were in the last heat step: hours of soak in a moment. It ends early where something
   * would happen that changes them: a cut-out, a relay that closes, a breaker that trips, a resistor that opens.
   * @returns the seconds that have passed
   */
  leap(most: number): number {
    const { dissipatedWatts, loadWatts, mains } = this.state;
    const seconds = Math.min(
      most,
      this.protection.secondsToChange(this.ladder, dissipatedWatts, most),
      this.mains.secondsToTrip(mains.amperesRms),
      ...this.loads.map((load, channel) => load.secondsToFailure(loadWatts[channel], most)),
    );
    this.elapsed += seconds;
    this.ladder.advance(dissipatedWatts, seconds);
    this.loads.forEach((load, channel) => load.warm(loadWatts[channel], seconds));
    this.protection.rest(this.ladder.temperatures.sinkCelsius, seconds);
    this.warmBreaker(mains.amperesRms, seconds);
    this.energy.repeat(seconds);
    this.followHeat();
    return seconds;
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
    const { blockSamples, asked, inputs, stepSeconds } = this;
    inputs.forEach((input, channel) => input.run(this.feeds[channel], asked[channel]));
    this.crosstalk.run(asked);
    this.driveGate.run(asked);
    this.hum.run(asked, this.supply.rails.positiveVolts);
    this.outputGate.run(asked);
    this.runOutputs();
    const seconds = blockSamples * stepSeconds;
    this.elapsed += seconds;
    const readings = this.stages.map(readStage);
    readings.forEach(({ loadWatts }, channel) => (this.loadJoules[channel] += loadWatts * seconds));
    const shares = this.protection.watch(readings, this.ladder.temperatures.sinkCelsius, seconds);
    this.driveGate.aim(shares.drive);
    this.outputGate.aim(shares.output);
    this.heatSeconds += seconds;
    if (this.heatSeconds >= HEAT_SECONDS) this.passHeat();
  }

  private runOutputs(): void {
    const { blockSamples, supplySamples, asked, stages, supply, mains, idler, idlerCount } = this;
    const { rails } = supply;
    stages.forEach((stage, channel) => stage.bend(asked[channel], rails));
    for (let at = 0; at < blockSamples; at += supplySamples) {
      mains.advance(supplySamples);
      for (let channel = 0; channel < stages.length; channel++)
        stages[channel].run(asked[channel], at, at + supplySamples, rails);
      if (idlerCount > 0) idler.rest(idlerCount * supplySamples, rails);
      supply.advance(mains.volts, supplySamples);
      mains.take(supply.mainsAmperes);
    }
  }

  /** Electrical energy of the last heat step becomes heat: what the rails gave and the loads did not get. */
  private passHeat(): void {
    const seconds = this.heatSeconds;
    const { given, lost, stored } = this.supply.joules;
    const loadWatts = this.loadJoules.map((joules) => joules / seconds);
    // What coils and capacitors hand back for a moment is heat that comes a step later.
    const heatJoules = given - this.givenBefore - sumOf(this.loadJoules);
    const dissipatedWatts = Math.max(0, heatJoules / seconds);
    this.givenBefore = heatJoules < 0 ? given - heatJoules : given;
    this.ladder.advance(dissipatedWatts, seconds);
    this.loads.forEach((load, channel) => load.warm(loadWatts[channel], seconds));
    const mains = this.mains.settle();
    this.warmBreaker(mains.amperesRms, seconds);
    this.energy.add(
      {
        fromMains: mains.watts,
        toLoads: sumOf(loadWatts),
        toHeat: dissipatedWatts,
        lostInSupply: (lost - this.lostBefore) / seconds,
      },
      seconds,
    );
    this.lostBefore = lost;
    this.storedJoules = stored;
    this.state = { ...this.state, loadWatts, dissipatedWatts, mains };
    this.followHeat();
    this.loadJoules.fill(0);
    this.heatSeconds = 0;
  }

  private warmBreaker(amperesRms: number, seconds: number): void {
    const wasTripped = this.mains.isTripped;
    this.mains.warm(amperesRms, seconds);
    if (this.mains.isTripped && !wasTripped)
      this.events.push({ seconds: this.elapsed, event: "breaker-tripped" });
  }

  private followHeat(): void {
    const { temperatures } = this.ladder;
    const idleAmperes = this.idleAt(temperatures.sinkCelsius);
    const hasOtherIdle = Math.abs(idleAmperes / this.idleAmperes - 1) > NOTICEABLE_IDLE_RATIO;
    this.loads.forEach((load, channel) => {
      const next = load.state();
      if (hasOtherIdle || !isNear(next, this.loadStates[channel])) {
        this.loadStates[channel] = next;
        this.stages[channel].settle(next, idleAmperes);
      }
    });
    if (hasOtherIdle) this.idler.settle(this.loadStates[0], idleAmperes);
    if (hasOtherIdle) this.idleAmperes = idleAmperes;
    const openCount = this.loads.reduce((count, load) => count + load.openCount, 0);
    if (openCount > this.openCount)
      this.events.push({ seconds: this.elapsed, event: "resistor-opened" });
    this.openCount = openCount;
    this.state = {
      ...this.state,
      seconds: this.elapsed,
      temperatures,
      loadCelsius: this.loads.map(({ hottestCelsius }) => hottestCelsius),
      isCutOut: this.protection.isCutOut,
      energy: { ...this.energy.joules, stored: this.storedJoules },
    };
  }
  private idleAt(sinkCelsius: number): number {
    const { stage, heat } = this.rig;
    return (
      stage.idleAmperes *
      Math.max(LEAST_IDLE_RATIO, 1 + heat.biasPerCelsius * (sinkCelsius - COLD_CELSIUS))
    );
  }
}

/** Idle currents are given for a sink at this temperature: cold is the usual room. */
const COLD_CELSIUS = ROOM_FIELDS.ambientCelsius.usual;
/** A hot sink never takes more of its bias away than leaves this. */
const LEAST_IDLE_RATIO = 0.05;
/** Smaller changes are not worth working the network out again. */
const NOTICEABLE_IDLE_RATIO = 0.005;
const NOTICEABLE_OHMS_RATIO = 1e-5;

const sumOf = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0);

const isNear = (left: LoadState, right: LoadState): boolean =>
  left.kind === "resistive" && right.kind === "resistive"
    ? Math.abs(left.ohms / right.ohms - 1) < NOTICEABLE_OHMS_RATIO
    : left.kind === right.kind;
