import type { InputPart } from "./input";

/** Several periods of any mains. */
const RIPPLE_MEAN_SECONDS = 0.2;

/** What comes out without any signal but noise: offset, hum from the transformer's field, and the supply's ripple as it stood a block ago. */
export class Hum {
  private ripple = 0;
  private phase = 0;
  private readonly stepSeconds: number;
  private readonly added: Float64Array;

  constructor(
    private readonly input: Pick<InputPart, "humVoltsRms" | "rippleRatio" | "offsetVolts">,
    private readonly mainsHz: number,
    private meanVolts: number,
    { stepSeconds, blockSamples }: { stepSeconds: number; blockSamples: number },
  ) {
    this.stepSeconds = stepSeconds;
    this.added = new Float64Array(blockSamples);
  }

  /** Adds to a block of each channel, in place. @param railVolts at its start */
  run(asked: readonly Float64Array[], railVolts: number): void {
    const { added, stepSeconds, input } = this;
    const count = added.length;
    const before = this.ripple;
    this.meanVolts += (railVolts - this.meanVolts) * ((count * stepSeconds) / RIPPLE_MEAN_SECONDS);
    this.ripple = input.rippleRatio * (railVolts - this.meanVolts);
    const rise = (this.ripple - before) / count;
    const turn = 2 * Math.PI * this.mainsHz * stepSeconds;
    const hum = input.humVoltsRms * Math.SQRT2;
    // A sine by its recurrence, started afresh each block.
    const double = 2 * Math.cos(turn);
    let now = hum * Math.sin(this.phase),
      last = hum * Math.sin(this.phase - turn);
    for (let n = 0; n < count; n++) {
      added[n] = input.offsetVolts + before + rise * n + now;
      const next = double * now - last;
      last = now;
      now = next;
    }
    for (const volts of asked) for (let n = 0; n < count; n++) volts[n] += added[n];
    this.phase = (this.phase + turn * count) % (2 * Math.PI);
  }
}
