import { BAND_FIELDS, bandOf, RANGE_FIELD, readingFields, settledBand } from "./settings";

const usual = { lowHz: 20, highHz: 20_000 };

test("a band that was set counts, each end by itself; where none was, the usual one", () => {
  expect(settledBand({}, usual)).toEqual(usual);
  expect(settledBand({ bandHighHz: 80_000 }, usual)).toEqual({ lowHz: 20, highHz: 80_000 });
  expect(settledBand({ bandLowHz: 300, bandHighHz: 3400 }, usual)).toEqual({
    lowHz: 300,
    highHz: 3400,
  });
});

test("a recording reaches to just below half its rate, and no band further", () => {
  expect(bandOf({ bandHighHz: 80_000 }, usual, 96_000).highHz).toBe(0.48 * 96_000);
  expect(bandOf({ bandHighHz: 80_000 }, usual, 192_000).highHz).toBe(80_000);
  expect(bandOf({}, usual, 8000)).toEqual({ lowHz: 20, highHz: 3840 });
});

test("where a recording is only read, what the bench alone minds is not asked", () => {
  expect(readingFields([...BAND_FIELDS, RANGE_FIELD]).map(({ name }) => name)).toEqual([
    "bandLowHz",
    "bandHighHz",
  ]);
});
