import fc from "fast-check";
import { channelsDrivenText, likelihoodText, listed, percentText, uncertainText } from ".";

// JCGM 100:2008, 7.2.6: at most two significant digits of an uncertainty, and the value to the same decimals.
test.each([
  [57.314, 0.618, "57.3 ± 0.6 W"],
  [13.02, 2.27, "13.0 ± 2.3 W"],
  [93.04, 5.1, "93 ± 5 W"],
  [1631, 28, "1631 ± 28 W"],
  [57.314, 0, "57.31 W"],
])("JCGM 100, 7.2.6: %d with %d is %s", (value, uncertainty, text) =>
  expect(uncertainText(value, uncertainty, "W")).toBe(text),
);

test("JCGM 100, 7.2.6, of any value: value and uncertainty have the same decimals, the uncertainty two digits at most", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1e-3, max: 1e4, noNaN: true }),
      fc.double({ min: 1e-3, max: 0.2, noNaN: true }),
      (value, ratio) => {
        const [left, right] = uncertainText(value, ratio * value, "").split(" ± ");
        const decimals = (text: string) => text.split(".")[1]?.length ?? 0;
        expect(decimals(left)).toBe(decimals(right));
        if (ratio * value < 95)
          expect(right.replace(/^[0.]*/, "").replace(".", "").length).toBeLessThanOrEqual(2);
      },
    ),
  );
});

test.each([
  [0.9951, "99.5 % likely to be true"],
  [0.9996, "more than 99.9 % likely to be true"],
  [0.0004, "less than 0.1 % likely to be true"],
  [0.97, "97 % likely to be true"],
  [0.969_999, "96 % likely to be true"],
  [0.86, "86 % likely to be true"],
  [0.0049, "0.5 % likely to be true"],
  [0.129, "13 % likely to be true"],
  [0.548, "about even (54 %)"],
])("a probability of %d is “%s”", (probability, text) =>
  expect(likelihoodText(probability)).toBe(text),
);

test("no probability is rounded away from one half", () => {
  fc.assert(
    fc.property(fc.double({ min: 0.0011, max: 0.9989, noNaN: true }), (probability) => {
      const percent = Number(/([\d.]+) %/.exec(likelihoodText(probability))?.[1]);
      expect(Math.abs(percent - 50)).toBeLessThanOrEqual(Math.abs(100 * probability - 50) + 1e-6);
    }),
  );
});

test("lists, percentages and channels none spoken", () => {
  expect([[], ["a"], ["a", "b"], ["a", "b", "c"]].map((parts) => listed(parts))).toEqual([
    "",
    "a",
    "a and b",
    "a, b and c",
  ]);
  expect([0.1234, -0.0834, 0.0996].map(percentText)).toEqual(["12 %", "8.3 %", "10 %"]);
  expect(
    (
      [
        [1, 1],
        [1, 2],
        [2, 2],
        [5, 5],
        [2, 5],
        [14, 16],
      ] as const
    ).map(([driven, count]) => channelsDrivenText(driven, count)),
  ).toEqual([
    "",
    "one channel driven",
    "both channels driven",
    "all five channels driven",
    "two channels driven",
    "14 channels driven",
  ]);
});
