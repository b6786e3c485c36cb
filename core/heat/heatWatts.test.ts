import { heatWatts } from ".";

test("energy balance: heat is what is taken less what is given, and class A is hottest at rest", () => {
  expect(heatWatts("ab", 100, 100, 0.65)).toBeCloseTo(100 / 0.65 - 100, 9);
  expect(heatWatts("d", 50, 100, 0.8)).toBeCloseTo(50 / 0.8 - 50, 9);
  expect(heatWatts("a", 0, 100, 0.3)).toBeGreaterThan(heatWatts("a", 100, 100, 0.3));
  expect(heatWatts("ab", 0, 100, 0.65)).toBe(0);
});

/** An ideal class B stage, by its own integrals: rails of V, a load of R, an amplitude of a V. */
const idealClassB = (share: number) => {
  const volts = 1,
    ohms = 1;
  const given = (share * volts) ** 2 / (2 * ohms);
  const taken = (2 / Math.PI) * volts * ((share * volts) / ohms);
  return { given, heat: taken - given };
};

test.each([0.1, 0.35, 2 / Math.PI, 0.9, 1])(
  "an ideal class B stage at %s of its swing warms as its integrals say; most at 2/pi of it",
  (share) => {
    const full = idealClassB(1);
    const { given, heat } = idealClassB(share);
    expect(heatWatts("ab", given, full.given, Math.PI / 4)).toBeCloseTo(heat, 9);
    expect(heat).toBeLessThanOrEqual(idealClassB(2 / Math.PI).heat + 1e-12);
  },
);
