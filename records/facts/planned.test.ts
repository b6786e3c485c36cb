import type { PlannedRun } from "@/core/plan";
import { entryOf } from "@/records";
import { runOf } from "@/records/testing/run";
import { conditionsText, isMade, nextPlanned } from "./planned";

const run = (given: Partial<PlannedRun> = {}): PlannedRun => ({
  id: "r",
  kind: "power-sweep",
  loadOhms: 8,
  channelsDriven: 2,
  watts: 55,
  seconds: 12,
  setting: "",
  proves: [],
  ...given,
});

test("conditions in words", () => {
  expect(conditionsText(run())).toBe("8 Ω, both channels driven, up to 55 W");
  expect(conditionsText(run({ kind: "noise", watts: 0, channelsDriven: 1 }))).toBe(
    "8 Ω, one channel driven, input shorted",
  );
  expect(conditionsText(run({ kind: "spectrum", watts: 5, setting: "limiter: off" }))).toBe(
    "8 Ω, both channels driven, 5 W, limiter: off",
  );
});

test("the plan goes on with the first run that is not made; settings are another run, and what was struck out is not made", () => {
  const made = [entryOf(runOf([50, 49]))];
  expect(isMade(run(), made)).toBe(true);
  expect(isMade(run({ setting: "limiter: off" }), made)).toBe(false);
  expect(nextPlanned([], made)).toBeNull();
  const one = run({ id: "one", channelsDriven: 1 });
  expect(nextPlanned([run(), one, run({ kind: "noise" })], made)).toEqual({
    next: one,
    madeCount: 1,
    plannedCount: 3,
  });
  expect(
    isMade(
      run(),
      made.map((each) => ({ ...each, isStruck: true })),
    ),
  ).toBe(false);
});
