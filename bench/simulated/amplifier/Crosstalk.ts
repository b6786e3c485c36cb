/** Capacitance between the channels: each gets a share of the slope of the others, which rises with frequency. */
export class Crosstalk {
  private readonly before: Float64Array;

  /** @param ratio at 1 kHz */
  constructor(
    private readonly ratio: number,
    channelCount: number,
    private readonly stepSeconds: number,
  ) {
    this.before = new Float64Array(channelCount);
  }

  /** Adds to a block of each channel, in place. */
  run(asked: readonly Float64Array[]): void {
    if (asked.length < 2 || this.ratio === 0) return;
    const { before } = this;
    const scale = this.ratio / (2 * Math.PI * 1000 * this.stepSeconds);
    const last = asked.map((volts) => volts[volts.length - 1]);
    if (asked.length === 2) addSlopes(asked[0], asked[1], [before[0], before[1]], scale);
    else addAllSlopes(asked, before, scale);
    before.set(last);
  }
}

/** Adds to each of two channels the slope of the other. */
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

const addAllSlopes = (
  asked: readonly Float64Array[],
  before: Float64Array,
  scale: number,
): void => {
  const slopes = asked.map((volts, channel) =>
    volts.map((value, n) => value - (n > 0 ? volts[n - 1] : before[channel])),
  );
  asked.forEach((volts, channel) =>
    slopes.forEach(
      (others, other) =>
        other !== channel && others.forEach((slope, n) => (volts[n] += scale * slope)),
    ),
  );
};
