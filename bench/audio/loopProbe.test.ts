import fc from "fast-check";
import { seededNormal } from "@/core/signal";
import { findLoop, probeVolts } from "./loopProbe";

const RATE_HZ = 48_000;
const played = probeVolts(0.02, RATE_HZ);

/** What a loop of this delay and gain would bring back, with noise. */
const back = (delay: number, gain: number, noise = 0, seed = 1): Float64Array => {
  const random = seededNormal(seed);
  const heard = Float64Array.from({ length: played.length + 6000 }, () => noise * random());
  played.forEach((value, n) => (heard[n + delay] += gain * value));
  return heard;
};

test("any delay and gain of a loop are found, upside down too, also in noise as loud as the sound itself", () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 6000 }),
      fc.double({ min: 0.1, max: 100, noNaN: true }),
      fc.boolean(),
      fc.integer({ min: 1, max: 1000 }),
      (delay, size, isInverted, seed) => {
        const gain = isInverted ? -size : size;
        const found = findLoop(played, back(delay, gain, 0.01 * size, seed));
        expect(found.delaySamples).toBe(delay);
        expect(found.gainRatio / gain).toBeCloseTo(1, 1);
        expect(found.correlation).toBeGreaterThan(0.5);
      },
    ),
    { numRuns: 40 },
  ));

test("hum, noise and silence are nothing like what was played", () => {
  const hum = Float64Array.from({ length: played.length + 6000 }, (_, n) =>
    Math.sin((2 * Math.PI * 50 * n) / RATE_HZ),
  );
  expect(findLoop(played, hum).correlation).toBeLessThan(0.1);
  expect(findLoop(played, back(0, 0, 1)).correlation).toBeLessThan(0.2);
  expect(findLoop(played, new Float64Array(hum.length)).correlation).toBe(0);
  expect(() => findLoop(new Float64Array(10), hum)).toThrow("nothing was played");
});
