import { loadPeaks, loadVolts, mostReadVolts, readInputs } from "./setup";

const input = (channel: number, fullScaleVolts: number, isInverted = false) => ({
  channel,
  fullScaleVolts,
  isInverted,
});
const samples = (...values: number[]): Float32Array => Float32Array.from(values);

test("an input a channel: volts by its own full scale, turned over where it inverted", () => {
  const setup = { inputs: [input(1, 80), input(0, 40, true)], isBetweenInputs: false };
  expect(
    loadVolts(setup, [samples(0.5, -0.25), samples(0.1, 0)]).map((each) =>
      [...each].map((volts) => Math.round(volts)),
    ),
  ).toEqual([
    [8, 0],
    [-20, 10],
  ]);
  expect(mostReadVolts(setup)).toBe(40);
});

test("two inputs a channel: the difference of the two terminals, so that a bridge-tied output is read whole", () => {
  const setup = {
    inputs: [input(0, 40), input(1, 40), input(2, 40), input(3, 30)],
    isBetweenInputs: true,
  };
  expect(readInputs(setup)).toHaveLength(2);
  // 10 V on one terminal and −10 V on the other, about an offset of 6 V that both have.
  const [bridge] = loadVolts(setup, [samples(0.4), samples(-0.1), samples(0), samples(0)]);
  expect(bridge[0]).toBeCloseTo(20, 5);
  // One terminal at its full scale is as good as overdriven, though the difference of the two is zero.
  expect(loadPeaks(setup, [samples(1), samples(1), samples(0), samples(0)])[0]).toBe(80);
  // The smaller of a pair is overdriven first, and both swing alike.
  expect(mostReadVolts(setup)).toBe(60);
});
