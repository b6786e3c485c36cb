import { nextWarmth, type Warmth } from "./warmth";

test("a winding is at its rating just when its allowed overload ends; without an allowance every moment counts whole", () => {
  let warmth: Warmth = { loadWatts: [0], mainsAmperes: 0, sinkKelvin: 0 };
  for (let k = 0; k < 50; k++)
    warmth = nextWarmth(warmth, { loadWatts: [1000], mainsAmperes: 0 }, 0.1, {
      overload: { ratio: 10, seconds: 5 },
    });
  expect(warmth.loadWatts[0]).toBeCloseTo(100, 0);
  expect(
    nextWarmth(warmth, { loadWatts: [7], mainsAmperes: 0 }, 0.1, { overload: null }).loadWatts,
  ).toEqual([7]);
});
