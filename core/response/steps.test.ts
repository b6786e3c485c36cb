import { findFrequencySteps, glides } from ".";
import { frequenciesAtBends } from "./bends";

const RATE_HZ = 48_000;

/** Steps of some seconds each, phase going on. */
const stepped = (frequencies: readonly number[], seconds: number): Float64Array => {
  let phase = 0;
  return Float64Array.from({ length: frequencies.length * seconds * RATE_HZ }, (_, n) => {
    phase += (2 * Math.PI * frequencies[Math.floor(n / (seconds * RATE_HZ))]) / RATE_HZ;
    return Math.sin(phase);
  });
};

test("steps are found by their frequencies, and a step does not glide", () => {
  const frequencies = [100, 300, 1000, 3000, 9000];
  const volts = stepped(frequencies, 0.2);
  const steps = findFrequencySteps(volts, RATE_HZ);
  expect(steps).toHaveLength(frequencies.length);
  steps.forEach(({ frequencyHz }, k) => expect(frequencyHz / frequencies[k]).toBeCloseTo(1, 2));
  expect(glides(volts, RATE_HZ, steps)).toBe(false);
});

test("a sweep glides; noise has no steps", () => {
  const sweep = Float64Array.from({ length: RATE_HZ }, (_, n) => {
    const t = n / RATE_HZ,
      rate = Math.log(100);
    return Math.sin(((2 * Math.PI * 100) / rate) * (Math.exp(t * rate) - 1));
  });
  expect(glides(sweep, RATE_HZ, findFrequencySteps(sweep, RATE_HZ))).toBe(true);
  let state = 7;
  const noise = Float64Array.from({ length: RATE_HZ }, () => {
    state = (state * 16_807) % 2_147_483_647;
    return state / 2_147_483_647 - 0.5;
  });
  expect(findFrequencySteps(noise, RATE_HZ)).toEqual([]);
});

test("points are added where a response bends, and none where it is straight", () => {
  const at = (frequencyHz: number, ratio: number) => ({ frequencyHz, ratio, phaseRadians: 0 });
  expect(frequenciesAtBends([at(100, 1), at(1000, 1), at(10_000, 1)], 0.1)).toEqual([]);
  const added = frequenciesAtBends([at(100, 1), at(1000, 1), at(10_000, 0.1)], 0.1);
  expect(added.map((hertz) => Math.round(hertz))).toEqual([316, 3162]);
});
