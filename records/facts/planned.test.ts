import type { PlannedRun } from "@/core/plan";
import { entryOf } from "@/records";
import { load, runOf } from "@/records/testing/run";
import { conditionsText, isMade, nextPlanned, whySkipped } from "./planned";

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

const READY = {
  loads: [load, { ...load, nominalOhms: 4 }],
  isSimulated: true,
  hasUnconfirmed: false,
};

test("a run that cannot be made has to wait with its reason, and the next one is taken up", () => {
  const low = run({ id: "low", kind: "low-ohm", loadOhms: 2 });
  const noise = run({ id: "noise", kind: "noise" });
  expect(nextPlanned([low, noise], [], READY)).toMatchObject({
    next: { id: "noise" },
    skipped: [{ run: { id: "low" }, reason: "no 2 Ω load is built" }],
    madeCount: 0,
    plannedCount: 2,
  });
  // Offered again once its load is built.
  const built = { ...READY, loads: [...READY.loads, { ...load, nominalOhms: 2 }] };
  expect(nextPlanned([low, noise], [], built)?.next?.id).toBe("low");
});

test.each([
  [run({ channelsDriven: 5 }), {}, "the 8 Ω load has fewer channels"],
  [run({ kind: "impedance" }), { loads: [load] }, "it needs a second load"],
  [run({ kind: "listening-level" }), {}, "it needs a meter and a loudspeaker"],
  [run(), { isSimulated: false, hasUnconfirmed: true }, "a caution is not confirmed yet"],
  [run({ watts: 0 }), { isSimulated: false, hasUnconfirmed: true }, null],
  [run(), { hasUnconfirmed: true }, null],
])("why %# has to wait", (planned, change, reason) =>
  expect(whySkipped(planned, { ...READY, ...change })).toBe(reason),
);

test("conditions in words", () => {
  expect(conditionsText(run())).toBe("8 Ω, two channels driven, up to 55 W");
  expect(conditionsText(run({ kind: "noise", watts: 0, channelsDriven: 1 }))).toBe(
    "8 Ω, one channel driven, input shorted",
  );
  expect(conditionsText(run({ kind: "spectrum", watts: 5, setting: "limiter: off" }))).toBe(
    "8 Ω, two channels driven, 5 W, limiter: off",
  );
});

test("the plan goes on with the first run that is not made; settings are another run, and what was struck out is not made", () => {
  const made = [entryOf(runOf([50, 49]))];
  expect(isMade(run(), made)).toBe(true);
  expect(isMade(run({ setting: "limiter: off" }), made)).toBe(false);
  expect(nextPlanned([], made, READY)).toBeNull();
  const one = run({ id: "one", channelsDriven: 1 });
  const noise = run({ kind: "noise" });
  expect(nextPlanned([run(), one, noise], made, READY)).toEqual({
    next: one,
    open: [one, noise],
    skipped: [],
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
