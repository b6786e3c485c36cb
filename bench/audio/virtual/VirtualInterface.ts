import { checkRig } from "../../simulated/rig/checkRig";
import { onLoads, simulationRate, switchOn } from "../../simulated/record";
import { addNoise } from "../../simulated/instruments/seededNoise";
import { withFaults } from "../../simulated/rig/faults";
import type { SimulatedRig } from "../../simulated/rig/rig";
import type { Session } from "../../simulated/session";
import { playSource } from "../../simulated/source/source";
import { DoubleRate, HalveRate } from "./HalfBandStream";
import { VIRTUAL_RATES_HZ, type VirtualSettings } from "./settings";

/** Noise of its converters, over full scale: 112 dB below. */
const NOISE_RATIO = 2.5e-6;
/** What a lost block leaves. */
const LOST_FRAMES = 128;
/** Kept before the point that is read, for the interpolation between two clocks. */
const BEFORE = 1;

/**
 * An audio interface that needs no hardware: what is played goes through a simulated amplifier into its loads and comes back through a
 * divider and a converter, block by block, in time with whatever drives it.
 */
export class VirtualInterface {
  private session: Session;
  private readonly rig: SimulatedRig;
  private readonly blockLength: number;
  private readonly up: DoubleRate[][];
  private readonly down: HalveRate[][];
  private readonly asked: Float64Array[];
  private askedCount = 0;
  private readonly answered: number[][];
  private readAt = BEFORE;
  private readonly source: ReturnType<typeof withFaults>["source"];
  private readonly simulatedHz: number;
  private readonly noiseVoltsRms: number;
  private readonly humTurn: number;
  private frame = 0;
  private blocks = 0;
  private isThrough = false;

  /** @throws {RangeError} on an amplifier that is none, or a rate that it does not run at */
  constructor(private readonly settings: VirtualSettings) {
    const checked = checkRig(settings.amplifier);
    if (!checked.ok) throw new RangeError(checked.finding.advice);
    const { sampleRateHz, loadOhms, faults } = settings;
    if (!VIRTUAL_RATES_HZ.some((rate) => rate === sampleRateHz))
      throw new RangeError(`a virtual interface runs at ${VIRTUAL_RATES_HZ.join(", ")} Hz`);
    const rig = checked.value;
    this.rig = rig;
    const drives = loadOhms.map(() => true);
    this.session = this.switchedOn(loadOhms);
    this.simulatedHz = simulationRate(rig, sampleRateHz);
    const doublings = Math.round(Math.log2(this.simulatedHz / sampleRateHz));
    this.blockLength = this.session.blockLength / 2 ** doublings;
    const stages = Array.from({ length: doublings }, (_, k) => this.blockLength * 2 ** k);
    this.up = drives.map(() => stages.map((length) => new DoubleRate(length)));
    this.down = drives.map(() => stages.toReversed().map((length) => new HalveRate(2 * length)));
    this.source = withFaults(rig).source;
    this.noiseVoltsRms = rig.input.noiseVoltsRms;
    this.humTurn = (2 * Math.PI * rig.mains.frequencyHz) / sampleRateHz;
    this.asked = drives.map(() => new Float64Array(this.blockLength));
    // A block is answered only once it was asked for whole: until then there is nothing but noise.
    const ahead = BEFORE + 2 + this.blockLength + faults.latencyFrames;
    this.answered = drives.map(() => Array<number>(ahead).fill(0));
  }

  /** Connects other loads to the outputs: the amplifier is switched off for it, and is cold again. Channels without one keep the last. */
  connectLoad(loadOhms: readonly number[]): void {
    this.session = this.switchedOn(loadOhms);
  }

  /** Takes the amplifier out of the way: what is played comes straight back, volt for volt, through the converters' filters alone. */
  wireThrough(isThrough: boolean): void {
    this.isThrough = isThrough;
  }

  private switchedOn(loadOhms: readonly number[]): Session {
    const { sampleRateHz, seed, loadOhms: channels } = this.settings;
    return switchOn(
      onLoads(this.rig, loadOhms),
      { drives: channels.map(() => true), sampleRateHz },
      seed,
    );
  }

  get channelCount(): number {
    return this.asked.length;
  }

  /**
   * One render quantum.
   * @param played shares of full scale, an output each; missing ones are silent
   * @param heard is filled, an input each
   */
  process(played: readonly Float32Array[], heard: readonly Float32Array[]): void {
    const length = heard[0]?.length ?? 0;
    const { outputFullScaleVolts } = this.settings;
    for (let n = 0; n < length; n++) {
      this.asked.forEach((asked, k) => {
        asked[this.askedCount] = outputFullScaleVolts * (played[k]?.[n] ?? 0);
      });
      this.askedCount++;
      if (this.askedCount === this.blockLength) this.answer();
    }
    heard.forEach((each, k) => this.read(each, this.answered[k]));
    this.readAt += length * this.step;
    this.drop(heard, length);
    this.frame += length;
    this.forget();
  }

  private get step(): number {
    return 1 / (1 + this.settings.faults.driftRatio);
  }

  private answer(): void {
    const seed = this.settings.seed + 7 * ++this.blocks;
    const sources = this.asked.map((asked, k) =>
      this.up[k].reduce((block, stage) => stage.run(block), asked).slice(),
    );
    // The filters of its converters are on the way of a wire, too.
    const outputs = this.isThrough ? sources : this.amplified(sources, seed);
    const bandwidth = Math.sqrt(this.settings.sampleRateHz / 40_000);
    outputs.forEach((fast, k) => {
      const slow = this.down[k].reduce((block, stage) => stage.run(block), fast).slice();
      if (!this.isThrough) addNoise(slow, bandwidth * this.noiseVoltsRms, seed + 31 * (k + 1));
      this.answered[k].push(...slow);
    });
    this.askedCount = 0;
  }

  private amplified(sources: readonly Float64Array[], seed: number): Float64Array[] {
    return this.session.streamEach(
      sources.map((source, k) => playSource(source, this.source, this.simulatedHz, seed + k)),
    );
  }

  /** What the converter makes of the volts across a load. */
  private read(heard: Float32Array, answered: readonly number[]): void {
    const { inputFullScaleVolts, faults, seed } = this.settings;
    const noise = addNoise(
      new Float64Array(heard.length),
      NOISE_RATIO,
      seed + 1009 * (this.blocks + 1) + this.frame,
    );
    for (let n = 0; n < heard.length; n++) {
      const hum = Math.SQRT2 * faults.humVoltsRms * Math.sin(this.humTurn * (this.frame + n));
      const volts = between(answered, this.readAt + n * this.step) + hum;
      const ratio = volts / inputFullScaleVolts + noise[n];
      heard[n] = Math.max(-1, Math.min(1, ratio));
    }
  }

  private drop(heard: readonly Float32Array[], length: number): void {
    const every = this.settings.faults.dropoutEverySeconds * this.settings.sampleRateHz;
    if (!(every > 0)) return;
    const lost = Math.floor((this.frame + length) / every) > Math.floor(this.frame / every);
    if (lost) heard.forEach((each) => each.fill(0, 0, Math.min(length, LOST_FRAMES)));
  }

  /** What was read is not needed any more. */
  private forget(): void {
    const done = Math.floor(this.readAt) - BEFORE;
    if (done < 4 * this.blockLength) return;
    this.answered.forEach((each) => each.splice(0, done));
    this.readAt -= done;
  }
}

/** Between four samples, by the cubic through them. @see J.-L. Lagrange, interpolation formula */
const between = (samples: readonly number[], at: number): number => {
  const first = Math.floor(at),
    share = at - first;
  if (share === 0) return samples[first] ?? 0;
  const [a, b, c, d] = [-1, 0, 1, 2].map((offset) => samples[first + offset] ?? 0);
  return (
    (-share * (share - 1) * (share - 2) * a) / 6 +
    ((share + 1) * (share - 1) * (share - 2) * b) / 2 -
    ((share + 1) * share * (share - 2) * c) / 2 +
    ((share + 1) * share * (share - 1) * d) / 6
  );
};
