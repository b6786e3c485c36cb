import { power, runOf } from "../testing/run";
import { fittingClaims, runReadings } from "./runReadings";

const mainOf = (...args: Parameters<typeof runReadings>) =>
  runReadings(...args).figures.map(([{ label, value, bound }]) => ({ label, value, bound }));

test("with a claim: main readings at its limit, its corner on the chart, a dot where each curve passes", () => {
  const run = runOf([60, 55]);
  const { mark, crossings } = runReadings(run, power, []);
  expect(mainOf(run, power, [])).toEqual([
    {
      label: "output at the claim’s limit, 0.5 % THD+N",
      value: expect.closeTo(60.3, 0),
      bound: null,
    },
    {
      label: "output at the claim’s limit, 0.5 % THD+N",
      value: expect.closeTo(55.3, 0),
      bound: null,
    },
  ]);
  expect(mark).toMatchObject({
    status: "met",
    band: { highX: 50, highY: 0.005, label: "Claim: 50 W at 0.5 % THD+N" },
  });
  expect(crossings.map(({ channelIndex, y }) => [channelIndex, y])).toEqual([
    [0, 0.005],
    [1, 0.005],
  ]);
});

test("without one: the 1 % school, the other schools, and no corner", () => {
  const { figures, mark } = runReadings(runOf([60, 55]), null, []);
  expect(mark).toBeNull();
  expect(figures[0].map(({ label }) => label)).toEqual([
    "output at 1 % THD+N",
    "at 0.1 % THD+N",
    "at 10 % THD+N",
    "onset of clipping",
    "lowest THD+N",
    "highest output",
  ]);
});

test("a claim by THD is read by THD", () => {
  const byThd = { ...power, distortionMeasure: "thd", distortionLimitRatio: 0.01 } as const;
  const [figures] = runReadings(runOf([60]), byThd, []).figures;
  expect(figures[0].label).toBe("output at the claim’s limit, 1 % THD");
  expect(figures[1].label).toBe("at 0.1 % THD");
});

test("a sweep that never reaches the limit gives a least; one that never comes below it gives nothing", () => {
  const run = runOf([60]);
  const [channel] = run.result.channels;
  const clean = {
    ...run,
    result: { ...run.result, channels: [{ ...channel, levels: channel.levels?.slice(0, 2) }] },
  };
  expect(mainOf(clean, power, [])[0]).toMatchObject({ value: 60, bound: "at-least" });
  expect(mainOf(run, { ...power, distortionLimitRatio: 0.0001 }, [])[0]).toMatchObject({
    value: 0,
  });
});

test("only claims near the measured load are offered, and none where the run says nothing of power", () => {
  const claims = [
    power,
    { ...power, id: "four", loadOhms: 4 },
    { ...power, id: "close", loadOhms: 7.5 },
  ];
  expect(fittingClaims(runOf([60]), claims).map(({ id }) => id)).toEqual(["claim", "close"]);
  expect(fittingClaims({ ...runOf([60]), kind: "noise" }, claims)).toEqual([]);
});
