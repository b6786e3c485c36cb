/**
 * What feedback leaves of the handing over between two halves: a step of stepVolts rounded over overlapVolts,
 * V x / sqrt(x^2 + w^2). It falls as the overlap grows with bias, and matters most for small signals. Its mean over each
 * sample (from its integral V sqrt(x^2 + w^2)) is taken, which keeps its high orders from folding back.
 * @see J. D. Parker et al., Reducing the Aliasing of Nonlinear Waveshaping Using Continuous-Time Convolution, Proc. DAFx, 2016
 * @see P. R. Gray et al., Analysis and Design of Analog Integrated Circuits, class AB output stage, for the overlap. From memory.
 */
export class Crossover {
  private before = 0;
  private rootBefore = 0;

  /** Takes the step out of a block of volts, in place. */
  run(volts: Float64Array, stepVolts: number, overlapVolts: number): void {
    if (stepVolts === 0) return;
    let { before, rootBefore } = this;
    const overlapSquare = overlapVolts * overlapVolts;
    for (let n = 0; n < volts.length; n++) {
      const x = volts[n];
      const root = Math.sqrt(x * x + overlapSquare);
      volts[n] = x - (stepVolts * (x + before)) / (root + rootBefore + TINY);
      before = x;
      rootBefore = root;
    }
    this.before = before;
    this.rootBefore = rootBefore;
  }
}

/** Keeps the mean defined at rest without any overlap. */
const TINY = 1e-12;
