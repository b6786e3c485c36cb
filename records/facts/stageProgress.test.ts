import { amplifierLine } from "@/records";
import { stageProgress } from "./stageProgress";

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
      heatCount: 0,
      judgedCount: 0,
      comparedCount: 0,
      blockCount: 0,
    },
    {
      brief: "begun",
      forecast: "nothing",
      load: "nothing",
      rig: "nothing",
      plan: "nothing",
      bench: "nothing",
      heat: "nothing",
      verdict: "nothing",
      compare: "nothing",
      sheet: "nothing",
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
      heatCount: 0,
      judgedCount: 1,
      comparedCount: 1,
      blockCount: 1,
    },
    {
      brief: "done",
      forecast: "begun",
      load: "done",
      rig: "begun",
      plan: "nothing",
      bench: "done",
      heat: "nothing",
      verdict: "begun",
      compare: "done",
      sheet: "done",
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
      heatCount: 2,
      judgedCount: 1,
      comparedCount: 1,
      blockCount: 1,
    },
    {
      brief: "done",
      forecast: "done",
      load: "done",
      rig: "done",
      plan: "done",
      bench: "done",
      heat: "done",
      verdict: "done",
      compare: "done",
      sheet: "done",
    },
  ],
] as const)("the rail tells how far it has got: %j", (recorded, progress) =>
  expect(stageProgress(recorded)).toEqual(progress),
);
