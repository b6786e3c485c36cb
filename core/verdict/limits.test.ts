import { readClaims } from "../claim";
import { stepReading } from "../testing/stepReading";
import { judgeLimit, judgeResponse, limitOf, ratingSchools } from ".";

// JCGM 106, 8.3: accepted above the limit by the guard band, rejected below it by as much, open between.
test.each([
  [{ direction: "at-least", value: 40 }, 45, 2, "met"],
  [{ direction: "at-least", value: 40 }, 41, 2, "within-uncertainty"],
  [{ direction: "at-least", value: 40 }, 21, 2, "missed"],
  [{ direction: "at-most", value: 0.001 }, 0.0005, 0.0001, "met"],
  [{ direction: "at-most", value: 0.001 }, 0.00105, 0.0001, "within-uncertainty"],
  [{ direction: "at-most", value: 0.001 }, 0.01, 0.0001, "missed"],
] as const)("judgeLimit: %j, measured %d ± %d is %s", (limit, measured, uncertainty, status) => {
  expect(judgeLimit(measured, uncertainty, limit)).toBe(status);
});

test("a gain is nominal: half a decibel either way is alike", () => {
  const limit = limitOf({ kind: "gain", gainDb: 26 });
  if (!limit) throw new Error("no limit");
  expect([25.98, 26.4, 27].map((gain) => judgeLimit(gain, 0.05, limit))).toEqual([
    "met",
    "met",
    "missed",
  ]);
});

test("judgeResponse: each side for itself", () => {
  const deviation = {
    lowestRatio: 10 ** (-1.02 / 20),
    lowestHz: 20,
    highestRatio: 1,
    highestHz: 1000,
  };
  expect(judgeResponse(deviation, 0, 0.25, 0.03)).toBe("missed");
  expect(judgeResponse(deviation, 1, 3, 0.03)).toBe("met");
  expect(judgeResponse(deviation, null, 1, 0.03)).toBe("within-uncertainty");
});

test("a claim of +0 dB allows no rise that can be measured", () => {
  const rising = (db: number) =>
    judgeResponse(
      { lowestRatio: 1, lowestHz: 1000, highestRatio: 10 ** (db / 20), highestHz: 30 },
      0,
      0.5,
      0.05,
    );
  // On its boundary rounding decides; 0.049 dB is within what cannot be told from none.
  expect([0, 0.049, 0.07, 0.101].map(rising)).toEqual([
    "met",
    "met",
    "within-uncertainty",
    "missed",
  ]);
});

test("every claim of one figure has its limit; a response and a supply have none", () => {
  const limits = readClaims(
    "Damping factor > 40 at 8 ohms\nS/N 90 dB\nTHD 0.1 %\n20 Hz - 20 kHz +0/-0.5 dB\n24 V 3 A",
  ).claims.map(({ stated }) => limitOf(stated));
  expect(limits).toEqual([
    { direction: "at-least", value: 40 },
    { direction: "at-least", value: 90 },
    { direction: "at-most", value: 0.001 },
    null,
    null,
  ]);
});

test("ratingSchools: side by side, weakest channel, null where there is no evidence", () => {
  const sweep = (limit: number) => [
    stepReading(1, 0.0001),
    stepReading(limit, 0.0005),
    stepReading(1.1 * limit, 0.02, true),
  ];
  const schools = ratingSchools(
    [sweep(60), sweep(55)],
    { ratio: 0.005, measure: "thd-plus-noise" },
    { burst: { powerWatts: 78, powerWattsStdUncertainty: 1 } },
  );
  const watts = Object.fromEntries(
    schools.map(({ label, reading }) => [
      label,
      reading && reading.status !== "never-below" ? reading.powerWatts : null,
    ]),
  );
  expect(watts["1 kHz, 1 %"]).toBeGreaterThan(55);
  expect(watts["1 kHz, 1 %"]).toBeLessThan(60.5);
  expect(watts["1 kHz, 0.1 %"]).toBeLessThan(watts["the claim's own limit"] ?? 0);
  expect(watts["20 ms burst"]).toBe(78);
  expect(watts["long-term maximum, 1 min"]).toBeNull();
});
