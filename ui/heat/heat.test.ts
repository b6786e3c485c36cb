import { linePixels, firstAtOrAfter } from "./columns";
import { isKnown } from "@/records/facts";
import { intervalText, clockText, gradeText, momentText } from "./heatText";

const day = {
  seconds: Float64Array.from({ length: 86_400 }, (_, k) => k),
  celsius: Float64Array.from({ length: 86_400 }, (_, k) => (k === 43_210 ? 95 : 40)),
};

test("a day of seconds is drawn in a few points a column, and its one peak is not lost", () => {
  const x = (seconds: number) => (700 * seconds) / 86_400;
  const line = linePixels(day, [0, 86_400], x, (celsius) => celsius);
  expect(line.length).toBeLessThan(4 * 701);
  expect(Math.max(...line.map(([, y]) => y))).toBe(95);
  expect(line.every(([px], k) => k === 0 || px >= line[k - 1][0])).toBe(true);
});

test("drawn closer, each reading is there, and the line goes on past both ends", () => {
  const line = linePixels(
    day,
    [100, 103],
    (seconds) => 100 * seconds,
    (celsius) => celsius,
  );
  expect(line.map(([px]) => px / 100)).toEqual([99, 100, 101, 102, 103]);
});

test.each([
  [0, 0],
  [1.5, 2],
  [99, 3],
])("the first moment at or after %d is at %d", (moment, place) =>
  expect(firstAtOrAfter(Float64Array.of(0, 1, 2), moment)).toBe(place),
);

test("a band as value and uncertainty: the same decimals, by its wider half; too wide is too early", () => {
  expect(intervalText({ low: 60.1, value: 60.4, high: 61.6 })).toEqual({
    value: "60.4",
    uncertainty: "1.2",
  });
  expect(isKnown({ low: 40, value: 60, high: 90 })).toBe(false);
  expect(isKnown({ low: 50, value: 60, high: 70 })).toBe(true);
});

test("moments and clocks none said", () => {
  expect(momentText({ low: 1080, value: 1380, high: Infinity })).toBe("23 min (18 min to never)");
  expect([0, 59, 760, 3909].map(clockText)).toEqual(["0:00", "0:59", "12:40", "1:05:09"]);
  expect(gradeText(["cool", "acceptable"])).toBe("cool or acceptable");
});
