import { stageProgress } from "../frame/stages";
import { amplifier, claim, runOf } from "@/records/testing/run";
import { amplifierLine, shelfRow } from "./shelfRow";

test("the first claim is judged by the runs at hand", () => {
  const row = shelfRow(amplifier, [claim, { ...claim, id: "second" }], [runOf([60, 55])]);
  expect(row).toMatchObject({
    name: "Larkspur Two",
    moreClaims: 1,
    lastRunAt: "2026-11-25T10:00:00.000Z",
  });
  expect(row.claim).toMatchObject({
    powerWatts: 50,
    verdict: { status: "met", measured: { channelIndex: 1 } },
  });
});

test("without claims or runs there is nothing to show yet, and no more claims", () => {
  expect(shelfRow(amplifier, [], [])).toMatchObject({
    claim: null,
    moreClaims: 0,
    lastRunAt: null,
  });
  expect(shelfRow(amplifier, [claim], []).claim?.verdict.status).toBe("not-tested");
});

test.each([
  [{ year: 1982, topology: "class AB", channelCount: 2 }, "1982, class AB, stereo"],
  [{ year: null, topology: "not known", channelCount: 1 }, "mono"],
  [{ year: 2020, topology: "class D", channelCount: 7 }, "2020, class D, 7 channels"],
] as const)("amplifierLine of %j is “%s”", (facts, line) =>
  expect(amplifierLine(facts)).toBe(line),
);

test.each([
  [
    {
      isForecast: false,
      claimCount: 0,
      loadCount: 0,
      rigState: "nothing",
      plannedCount: 0,
      runCount: 0,
      judgedCount: 0,
    },
    {
      brief: "begun",
      forecast: "nothing",
      load: "nothing",
      rig: "nothing",
      plan: "nothing",
      bench: "nothing",
      verdict: "nothing",
    },
  ],
  [
    {
      isForecast: false,
      claimCount: 2,
      loadCount: 1,
      rigState: "begun",
      plannedCount: 0,
      runCount: 1,
      judgedCount: 1,
    },
    {
      brief: "done",
      forecast: "begun",
      load: "done",
      rig: "begun",
      plan: "nothing",
      bench: "done",
      verdict: "begun",
    },
  ],
  [
    {
      isForecast: true,
      claimCount: 1,
      loadCount: 1,
      rigState: "done",
      plannedCount: 4,
      runCount: 3,
      judgedCount: 1,
    },
    {
      brief: "done",
      forecast: "done",
      load: "done",
      rig: "done",
      plan: "done",
      bench: "done",
      verdict: "done",
    },
  ],
] as const)("the rail tells how far it has got: %j", (recorded, progress) =>
  expect(stageProgress(recorded)).toEqual(progress),
);
