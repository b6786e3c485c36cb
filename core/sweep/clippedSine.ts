/**
 * What cutting does to a sine: of a sine of unit peak, cut at plus and minus 1 / k.
 * Closed form: integrals of the cut sine over its quarter period.
 * @param k how many times too high it is; 1 and above
 * @returns mean square over the limit's square, and all harmonics together over the fundamental
 */
export const clippedSine = (k: number): { meanSquare: number; distortionRatio: number } => {
  if (k <= 1) return { meanSquare: (k * k) / 2, distortionRatio: 0 };
  const angle = Math.asin(1 / k);
  const meanSquare =
    ((k * k) / Math.PI) * (angle - Math.sin(angle) * Math.cos(angle)) + 1 - (2 * angle) / Math.PI;
  const fundamental = ((2 * k) / Math.PI) * (angle + Math.sin(angle) * Math.cos(angle));
  const excess = (2 * meanSquare) / (fundamental * fundamental) - 1;
  return { meanSquare, distortionRatio: Math.sqrt(Math.max(0, excess)) };
};

type CutSine = ReturnType<typeof clippedSine>;

/** A square wave, for all that matters. */
const MOST_OVERDRIVE = 1000;

/** The overdrive up to which something holds of the cut sine, and beyond which it holds no more. By bisection. */
export const overdriveWhile = (holds: (cut: CutSine) => boolean): number => {
  let low = 1,
    high = MOST_OVERDRIVE;
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    if (holds(clippedSine(middle))) low = middle;
    else high = middle;
  }
  return low;
};

/**
 * How many times too high a sine is that distorts so much when cut; 1 where it does not distort.
 * Closed form of the cut sine, turned round by bisection.
 */
export const overdriveAt = (distortionRatio: number): number =>
  distortionRatio > 0 ? overdriveWhile((cut) => cut.distortionRatio < distortionRatio) : 1;
