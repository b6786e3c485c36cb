import fc from "fast-check";
import { PLAIN_PARTS, STAGE_FIELDS, SUPPLY_FIELDS } from "@/bench/simulated";
import type { Field, QuantityParameter } from "@/bench/fields";
import { fromSlider, toSlider, TRAVEL } from "./sliderScale";

const quantities = [
  ...Object.values(STAGE_FIELDS),
  ...Object.values(SUPPLY_FIELDS),
  ...Object.values(PLAIN_PARTS),
]
  .flatMap((fields) => Object.values(fields as Record<string, Field>))
  .filter((field): field is QuantityParameter => field.type === "quantity");

test("round trip: every parameter's slider gives back what it was set to, within three digits", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...quantities),
      fc.integer({ min: 1, max: TRAVEL }),
      (field, place) => {
        const value = fromSlider(place, field);
        expect(value).toBeGreaterThanOrEqual(field.least);
        expect(value).toBeLessThanOrEqual(field.most);
        expect(Math.abs(fromSlider(toSlider(value, field), field) - value)).toBeLessThanOrEqual(
          0.006 * Math.max(Math.abs(value), (field.most - field.least) / TRAVEL),
        );
      },
    ),
    { numRuns: 2000 },
  );
});

test("the ends are the ends, and usual values lie on the slider", () => {
  for (const field of quantities) {
    expect(fromSlider(0, field)).toBe(field.least);
    expect(fromSlider(TRAVEL, field)).toBeCloseTo(field.most, 9);
    expect(toSlider(field.usual, field)).toBeGreaterThanOrEqual(0);
    expect(toSlider(field.usual, field)).toBeLessThanOrEqual(TRAVEL);
  }
});
