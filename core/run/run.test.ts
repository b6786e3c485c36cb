import fc from "fast-check";
import { powerSpectrum } from "../spectrum";
import { completeSettings, initialSettings, RUN_KIND_NAMES, RUN_KINDS } from ".";
import { spectrumCurve } from "./reading";
import { wavePicture } from "./pictures";
import { RATE_HZ, tone } from "./testing/recordings";

describe("settings", () => {
  test.each(RUN_KIND_NAMES)("%s: as usual they are within their own range", (kind) => {
    const { fields } = RUN_KINDS[kind];
    expect(completeSettings(fields, {})).toEqual(initialSettings(fields));
  });
  test("what is out of range is the caller's mistake", () => {
    const { spectrum, noise } = RUN_KINDS;
    expect(() => completeSettings(spectrum.fields, { frequencyHz: 1e6 })).toThrow(RangeError);
    expect(() => completeSettings(noise.fields, { weighting: "z" })).toThrow(RangeError);
  });
  test("what is given takes the place of typical values", () =>
    expect(initialSettings(RUN_KINDS.gain.fields, { highWatts: 9 })).toEqual({
      lowWatts: 1,
      highWatts: 9,
      frequencyHz: 1000,
    }));
});

describe("what kinds say of themselves", () => {
  test("names are distinguished, and each says what it yields", () => {
    const titles = RUN_KIND_NAMES.map((kind) => RUN_KINDS[kind].title);
    expect(new Set(titles).size).toBe(22);
    for (const kind of RUN_KIND_NAMES) expect(RUN_KINDS[kind].yields).not.toBe("");
  });
  test("they stand in the order of their violence, so that lists begin gently", () => {
    const violence = RUN_KIND_NAMES.map((kind) => RUN_KINDS[kind].plan.violence);
    expect(violence).toEqual(violence.toSorted((a, b) => a - b));
  });
});

test("a spectrum's line stands at its RMS volts however it is thinned", () => {
  const { points } = spectrumCurve(
    powerSpectrum(tone(Math.SQRT2, 1000, 2), RATE_HZ, "blackmanHarris7"),
    "x",
    { lowHz: 5, highHz: 48_000 },
  );
  const [hertz, volts] = points.reduce((best, point) => (point[1] > best[1] ? point : best));
  expect([hertz, volts]).toEqual([expect.closeTo(1000, 3), expect.closeTo(1, 6)]);
  expect(points.length).toBeLessThan(1500);
});

test("property: a picture holds finite volts only, wherever it begins and however short the record", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 4000 }),
      fc.double({ min: 0, max: 2, noNaN: true }),
      fc.double({ min: 1e-6, max: 1, noNaN: true }),
      (length, from, seconds) =>
        wavePicture(
          new Float64Array(length).fill(1),
          RATE_HZ,
          { fromSeconds: from, seconds },
          "x",
        ).points.every(([, volts]) => volts === 1),
    ),
    { seed: 3 },
  );
});
