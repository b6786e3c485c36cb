import { plannedRun } from "@/records/testing/planned";
import { load } from "@/records/testing/run";
import { loadsNeeded } from ".";

const into = (loadOhms: number, channelsDriven = 2) =>
  plannedRun("power-sweep", `${loadOhms} ${channelsDriven}`, { loadOhms, channelsDriven });

test("each load once, in the order in which it is wired, with its runs; and what is not built", () =>
  expect(loadsNeeded([into(8), into(8, 1), into(4), into(2)], [load])).toEqual({
    loads: [
      { ohms: 8, channelCount: 2, runCount: 2, isBuilt: true },
      { ohms: 4, channelCount: 2, runCount: 1, isBuilt: false },
      { ohms: 2, channelCount: 2, runCount: 1, isBuilt: false },
    ],
    rewireCount: 2,
  }));

test("going to and fro between two loads is counted", () =>
  expect(loadsNeeded([into(8), into(4), into(8), into(4)], [load]).rewireCount).toBe(3));

test("a load with fewer channels than are driven is not built", () =>
  expect(
    loadsNeeded([into(8)], [{ ...load, channels: load.channels.slice(0, 1) }]).loads,
  ).toMatchObject([{ isBuilt: false }]));

test("without a plan nothing is needed", () =>
  expect(loadsNeeded([], [load])).toEqual({ loads: [], rewireCount: 0 }));
