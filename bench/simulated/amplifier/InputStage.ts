import { seededUniform } from "@/core/signal";
import { MatchedPole } from "../circuit/MatchedPole";
import type { InputPart } from "./input";

/** A worn track loses contact so often a second, for up to so long, and never wholly. */
const SCRATCHES_A_SECOND = 12;
const LONGEST_SCRATCH_SECONDS = 0.012;
const DEEPEST_SCRATCH_RATIO = 0.7;

/** Chosen here, because limiters of the trade act within milliseconds. */
const LIMITER_ATTACK_SECONDS = 0.002;
/** And let go within a few tenths of a second. */
const LIMITER_RELEASE_SECONDS = 0.25;
/** The limiter's own detector holds the level a little below its mark. */
const LIMITER_AIM_RATIO = 0.99;

/**
 * Source volts to the volts that the output stage is asked for: coupling capacitor, level and gain, bandwidth, slew
 * limit, curvature, and what the other channel couples over.
 */
export class InputStage {
  private readonly pole: MatchedPole;
  /** Of its own volts and of the source's, what the coupling capacitor has after a sample. */
  private readonly couplingStay: number;
  private readonly couplingTake: number;
  private readonly gain: number;
  private readonly uniform: () => number;
  private couplingVolts = 0;
  private slewed = 0;
  private wantedBefore = 0;
  private trackGain = 1;
  private trackTarget = 1;
  private scratchSeconds = 0;
  private limiterGain = 1;

  constructor(
    private readonly input: InputPart,
    { channel, sourceOhms, seed }: { channel: number; sourceOhms: number; seed: number },
    private readonly stepSeconds: number,
  ) {
    const {
      inputOhms,
      couplingFarads,
      gainRatio,
      furtherChannelsGainRatio,
      levelRatio,
      bandwidthHz,
    } = input;
    this.pole = new MatchedPole(bandwidthHz, stepSeconds);
    // Trapezoidal: at these few hertz it is exact to parts in a billion.
    const turn =
      couplingFarads > 0 ? stepSeconds / (2 * couplingFarads * (inputOhms + sourceOhms)) : 0;
    this.couplingTake = (2 * turn) / (1 + turn);
    this.couplingStay = 1 - this.couplingTake;
    this.gain =
      gainRatio *
      levelRatio *
      (channel === 0 ? 1 : furtherChannelsGainRatio) *
      (inputOhms / (inputOhms + sourceOhms));
    this.uniform = seededUniform(seed);
  }

  /** From source volts to asked volts, block by block. */
  run(source: Float64Array, asked: Float64Array): void {
    const count = asked.length;
    const { pole, couplingStay, couplingTake, input } = this;
    const { secondOrderPerVolt, thirdOrderPerVoltSquared } = input;
    const mostSlew = input.slewVoltsPerSecond * this.stepSeconds;
    let { couplingVolts, slewed, wantedBefore, trackGain } = this;
    this.turnTrack(count * this.stepSeconds);
    const trackStep = (this.trackTarget - trackGain) / count;
    const gain = this.gain * this.limiterGain;
    for (let n = 0; n < count; n++) {
      trackGain += trackStep;
      const before = couplingVolts;
      couplingVolts = couplingStay * before + couplingTake * source[n];
      asked[n] = (source[n] - (before + couplingVolts) / 2) * (gain * trackGain);
    }
    pole.run(asked);
    for (let n = 0; n < count; n++) {
      const wanted = asked[n];
      slewed = slewTo(wanted, wantedBefore, slewed, mostSlew);
      wantedBefore = wanted;
      asked[n] = slewed * (1 + slewed * (secondOrderPerVolt + slewed * thirdOrderPerVoltSquared));
    }
    this.couplingVolts = couplingVolts;
    this.slewed = slewed;
    this.wantedBefore = wantedBefore;
    this.trackGain = trackGain;
    if (input.limiterVolts > 0) this.limit(asked, count);
  }

  /** The limiter listens to a block and turns the next ones down or, slowly, up. */
  private limit(asked: Float64Array, count: number): void {
    let peak = 0;
    for (let n = 0; n < count; n++) peak = Math.max(peak, Math.abs(asked[n]));
    const seconds = count * this.stepSeconds;
    const target = Math.min(
      1,
      (this.limiterGain * LIMITER_AIM_RATIO * this.input.limiterVolts) / Math.max(peak, 1e-9),
    );
    const time = target < this.limiterGain ? LIMITER_ATTACK_SECONDS : LIMITER_RELEASE_SECONDS;
    // A block that holds no tip tells nothing of a need to turn up.
    this.limiterGain += (target - this.limiterGain) * (1 - Math.exp(-seconds / time));
  }

  private turnTrack(seconds: number): void {
    const { scratchRatio } = this.input;
    if (scratchRatio === 0) return;
    this.scratchSeconds -= seconds;
    if (this.scratchSeconds > 0) return;
    const strikes = this.uniform() < SCRATCHES_A_SECOND * seconds;
    this.trackTarget = strikes ? 1 - scratchRatio * DEEPEST_SCRATCH_RATIO * this.uniform() : 1;
    this.scratchSeconds = strikes ? LONGEST_SCRATCH_SECONDS * this.uniform() : 0;
  }
}

/**
 * Where an output that moves by at most so much a sample stands after the next one. It turns where it meets what is wanted,
 * which is taken as straight from sample to sample: turning only on samples would make its peaks a matter of chance.
 */
const slewTo = (wanted: number, wantedBefore: number, slewed: number, most: number): number => {
  const slope = wanted - wantedBefore;
  const gap = wantedBefore - slewed;
  if (gap === 0 && Math.abs(slope) <= most) return wanted;
  if (gap === 0) return slewed + (slope > 0 ? most : -most);
  const move = gap > 0 ? most : -most;
  // They meet after this share of the sample.
  const share = gap / (move - slope);
  if (!(share >= 0 && share < 1)) return slewed + move;
  if (Math.abs(slope) <= most) return wanted;
  return slewed + move * share + (1 - share) * (slope > 0 ? most : -most);
};
