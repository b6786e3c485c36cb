import { heldAt } from ".";

const SINK = { resistance: { value: 1.2, stdUncertainty: 0.03 }, timeConstantSeconds: 900 };
const PLACE = { roomCelsius: 22, limitCelsius: 65 };

test("40 W behind 1.2 K/W settle 48 K above the room, and pass 65 °C once 1 - exp(-t/T) reaches 43/48", () => {
  const found = heldAt(SINK, { value: 40, stdUncertainty: 0.5 }, PLACE);
  expect(found.settled.value).toBeCloseTo(70, 9);
  // Root of squares: 0.03 * 40 and 1.2 * 0.5, at 1.96.
  expect(found.settled.high - 70).toBeCloseTo(1.96 * Math.hypot(1.2, 0.6), 9);
  expect(found.limitAfter?.value).toBeCloseTo(-900 * Math.log(1 - 43 / 48), 6);
  expect(found.limitAfter?.low).toBeLessThan(found.limitAfter?.value ?? 0);
  expect(found.limitAfter?.high).toBeGreaterThan(found.limitAfter?.value ?? 0);
});

test("what settles below the limit may pass it by its uncertainty only, or not at all", () => {
  const near = heldAt(SINK, { value: 35, stdUncertainty: 0.5 }, PLACE);
  expect(near.limitAfter).toMatchObject({ value: Infinity, high: Infinity });
  expect(near.limitAfter?.low).toBeLessThan(Infinity);
  expect(heldAt(SINK, { value: 10, stdUncertainty: 0.5 }, PLACE).limitAfter).toBeNull();
});

test("a room that is hotter than the limit passes it at once; no cooling at all is refused", () => {
  const hot = heldAt(SINK, { value: 10, stdUncertainty: 0 }, { roomCelsius: 70, limitCelsius: 65 });
  expect(hot.limitAfter?.value).toBe(0);
  expect(() =>
    heldAt({ ...SINK, timeConstantSeconds: 0 }, { value: 1, stdUncertainty: 0 }, PLACE),
  ).toThrow("timeConstantSeconds");
});
