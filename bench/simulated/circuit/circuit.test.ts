import { Clipper } from "./Clipper";
import { LinearCircuit } from "./LinearCircuit";
import { MatchedPole } from "./MatchedPole";
import { matrixExponential } from "./matrixExponential";

const STEP_SECONDS = 1 / 192_000;

test("matrix exponential, closed forms: diagonal, rotation, nilpotent", () => {
  expect(
    matrixExponential([
      [1, 0],
      [0, -2],
    ]),
  ).toEqual([
    [expect.closeTo(Math.E, 12), 0],
    [0, expect.closeTo(Math.exp(-2), 12)],
  ]);
  const [[cosine, sine]] = matrixExponential([
    [0, 30],
    [-30, 0],
  ]);
  expect(cosine).toBeCloseTo(Math.cos(30), 10);
  expect(sine).toBeCloseTo(Math.sin(30), 10);
  expect(
    matrixExponential([
      [0, 1, 0],
      [0, 0, 1],
      [0, 0, 0],
    ])[0],
  ).toEqual([1, 1, 0.5]);
});

test("closed form: a step into resistance and inductance rises as 1 - exp(-t R / L), however fast or slow", () => {
  for (const henries of [1e-7, 1e-4, 1e-2]) {
    const circuit = new LinearCircuit(
      { a: [[-8 / henries]], b: [1 / henries], volts: { c: [8], d: 0 }, amperes: { c: [1], d: 0 } },
      STEP_SECONDS,
    );
    const node = new Float64Array(3000).fill(8),
      volts = new Float64Array(3000),
      amperes = new Float64Array(3000);
    circuit.run({ node, volts, amperes }, 0, 3000);
    // The cubic reaches a sample ahead of the step; its charge is what a ramp of one sample would bring.
    const seconds = 2500 * STEP_SECONDS;
    expect(amperes[2500]).toBeCloseTo(1 - Math.exp(-(seconds * 8) / henries), 2);
  }
});

test("invariance: a circuit goes on as if nothing had happened when it becomes itself", () => {
  const system = {
    a: [
      [-1000, 200],
      [-300, -50],
    ],
    b: [1, 2],
    volts: { c: [1, 0], d: 0 },
    amperes: { c: [0, 1], d: 0 },
  };
  const node = Float64Array.from({ length: 200 }, (_, n) => Math.sin(n / 7));
  const run = (split: number) => {
    const volts = new Float64Array(200),
      amperes = new Float64Array(200);
    const first = new LinearCircuit(system, STEP_SECONDS);
    first.run({ node, volts, amperes }, 0, split);
    first.become(system, STEP_SECONDS).run({ node, volts, amperes }, split, 200);
    return volts;
  };
  expect(run(77)).toEqual(run(200));
});

test.each([20_000, 60_000, 150_000, 1_000_000])(
  "a matched pole at %d Hz is within 0.25 dB of the analogue one to 80 kHz",
  (cornerHz) => {
    for (const frequencyHz of [100, 10_000, 20_000, 40_000, 60_000, 80_000]) {
      const pole = new MatchedPole(cornerHz, STEP_SECONDS);
      const volts = Float64Array.from({ length: 19_200 }, (_, n) =>
        Math.sin((2 * Math.PI * frequencyHz * n) / 192_000),
      );
      pole.run(volts);
      let cosine = 0,
        sine = 0;
      for (let n = 9600; n < 19_200; n++) {
        cosine += volts[n] * Math.cos((2 * Math.PI * frequencyHz * n) / 192_000);
        sine += volts[n] * Math.sin((2 * Math.PI * frequencyHz * n) / 192_000);
      }
      const db = 20 * Math.log10(Math.hypot(cosine, sine) / 4800);
      expect(Math.abs(db + 10 * Math.log10(1 + (frequencyHz / cornerHz) ** 2))).toBeLessThan(0.25);
    }
  },
);

test("the clipper holds its limits, keeps the area of a corner, and changes nothing below them", () => {
  const clip = (wanted: Float64Array, limit: number) => {
    const held = new Float64Array(wanted.length),
      clipper = new Clipper();
    clipper.aim(-limit, limit);
    clipper.run(wanted, held, 0, 1);
    clipper.run(wanted, held, 1, wanted.length);
    return held;
  };
  const sine = Float64Array.from({ length: 400 }, (_, n) => Math.sin((2 * Math.PI * n) / 100.3));
  expect(clip(sine, 2).subarray(1)).toEqual(sine.subarray(0, 399));
  const held = clip(sine, 0.5);
  expect(Math.max(...held)).toBeLessThanOrEqual(0.5);
  expect(Math.min(...held)).toBeGreaterThanOrEqual(-0.5);
  // Rounding a corner spreads it evenly: the sum differs from a hard clip's by the triangle's own second moment, slope / 12 a corner.
  const hard = sine.map((value) => Math.max(-0.5, Math.min(0.5, value)));
  const slope = ((2 * Math.PI) / 100.3) * Math.cos(Math.asin(0.5));
  let differences = 0;
  for (let n = 1; n < 100; n++)
    differences = Math.max(differences, Math.abs(held[n] - hard[n - 1]));
  expect(differences).toBeLessThanOrEqual(slope / 6 + 1e-12);
});
