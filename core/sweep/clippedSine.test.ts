import { clippedSine, overdriveAt, overdriveWhile } from "./clippedSine";

test("closed forms: uncut it is a sine, cut without end a square wave of 48.3 % THD", () => {
  expect(clippedSine(1)).toEqual({ meanSquare: 0.5, distortionRatio: 0 });
  const square = clippedSine(1e4);
  expect(square.meanSquare).toBeCloseTo(1, 3);
  expect(square.distortionRatio).toBeCloseTo(Math.sqrt(Math.PI ** 2 / 8 - 1), 3);
});

test("it is what sums over a cut sine's samples give", () => {
  for (const k of [1.01, 1.1, 1.5, 3]) {
    const N = 100_000;
    let squares = 0,
      inPhase = 0;
    for (let n = 0; n < N; n++) {
      const sine = Math.sin((2 * Math.PI * (n + 0.5)) / N);
      const cut = Math.max(-1, Math.min(1, k * sine));
      squares += cut * cut;
      inPhase += cut * sine;
    }
    const fundamental = (2 * inPhase) / N;
    const { meanSquare, distortionRatio } = clippedSine(k);
    expect(meanSquare).toBeCloseTo(squares / N, 6);
    expect(distortionRatio).toBeCloseTo(Math.sqrt((2 * squares) / N / fundamental ** 2 - 1), 5);
    expect(overdriveAt(distortionRatio)).toBeCloseTo(k, 4);
  }
});

test("the overdrive at which the mean square passes a value is the one that gives it", () => {
  for (const k of [1.02, 1.5, 4, 30]) {
    const { meanSquare } = clippedSine(k);
    expect(overdriveWhile((cut) => cut.meanSquare < meanSquare) / k).toBeCloseTo(1, 6);
  }
});

test("what holds of no cut sine ends at none, and what holds of all at a square wave", () => {
  expect(overdriveWhile(() => false)).toBe(1);
  expect(overdriveWhile(() => true)).toBeCloseTo(1000, 6);
});
