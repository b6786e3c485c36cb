import { claim, runOf } from "@/records/testing/run";
import { fittingClaims, powerText, sweepReadings } from "./sweepReadings";

test("with a claim: big readings at its limit, its corner on the chart, a dot where each curve passes", () => {
  const { limitLabel, big, corner, crossings, curves } = sweepReadings(runOf([60, 55]), claim);
  expect(limitLabel).toBe("Output at 0.5 % THD+N, the claim's limit");
  expect(big.map(({ letter, value }) => [letter, Number(value)])).toEqual([
    ["A", expect.closeTo(60.3, 0)],
    ["B", expect.closeTo(55.3, 0)],
  ]);
  expect(corner).toEqual({
    powerWatts: 50,
    limitRatio: 0.005,
    label: "Claim: 50 W at no more than 0.5 % THD+N",
  });
  expect(crossings.length).toBe(2);
  expect(curves[1].points.map(({ flattened }) => flattened)).toEqual([false, false, true]);
});

test("without one: the 1 % school, and no corner", () => {
  const { limitLabel, corner, lines } = sweepReadings(runOf([60, 55]), null);
  expect(limitLabel).toBe("Output at 1 % THD+N");
  expect(corner).toBeNull();
  expect(lines.map(({ label }) => label)).toEqual([
    "at 0.1 % THD+N",
    "tops flatten",
    "lowest THD+N",
    "highest output",
  ]);
});

test("a claim by THD is read by THD", () => {
  const { limitLabel, lines } = sweepReadings(runOf([60]), {
    ...claim,
    distortionMeasure: "thd",
    distortionLimitRatio: 0.01,
  });
  expect(limitLabel).toBe("Output at 1 % THD, the claim's limit");
  expect(lines[0].label).toBe("at 0.1 % THD");
});

test("a sweep that never reaches the limit says so with a sign, one that never comes below it shows nothing", () => {
  const run = runOf([60]);
  const [channel] = run.result.channels;
  const clean = {
    ...run,
    result: { ...run.result, channels: [{ ...channel, steps: channel.steps.slice(0, 2) }] },
  };
  expect(sweepReadings(clean, claim).big[0]).toMatchObject({ prefix: "≥", value: "60.0" });
  expect(sweepReadings(run, { ...claim, distortionLimitRatio: 0.0001 }).big[0]).toMatchObject({
    value: "0",
  });
});

test("only claims near the measured load are offered", () => {
  const claims = [
    claim,
    { ...claim, id: "four", loadOhms: 4 },
    { ...claim, id: "close", loadOhms: 7.5 },
  ];
  expect(fittingClaims(runOf([60]), claims).map(({ id }) => id)).toEqual(["claim", "close"]);
});

test.each([
  [{ status: "reached", powerWatts: 57.31, powerWattsStdUncertainty: 0.31 }, "57.3 W ± 0.6"],
  [{ status: "at-least", powerWatts: 30, powerWattsStdUncertainty: 0.3 }, "≥ 30.0 W"],
  [{ status: "never-below" }, "never below"],
] as const)("powerText of %j is %s", (reading, text) => expect(powerText(reading)).toBe(text));
