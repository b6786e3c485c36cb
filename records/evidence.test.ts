import { runEvidence } from "./evidence";
import { NO_SETUP } from "./setup";
import { runOf } from "./testing/run";

const placesOf = (watts: readonly number[], channelsDriven: number): number[] => {
  const run = runOf(watts);
  return runEvidence({ ...run, conditions: { ...run.conditions, channelsDriven } }).channels.map(
    ({ channelIndex }) => channelIndex,
  );
};

test("a channel that was recorded and not driven is no evidence: what leaks into it is no output of 0 W", () => {
  expect(placesOf([100, 1.2], 1)).toEqual([0, 1]);
  const run = runOf([100, 100]);
  const [driven, idle] = run.result.channels;
  const leaking = {
    ...idle,
    levels: idle.levels?.map((level) => ({ ...level, powerWatts: 1e-6 * level.powerWatts })),
    figures: [],
  };
  const made = {
    ...run,
    conditions: { ...run.conditions, channelsDriven: 1 },
    result: { ...run.result, channels: [driven, leaking] },
  };
  expect(runEvidence(made).channels.map(({ channelIndex }) => channelIndex)).toEqual([0]);
  // Said to be driven, it counts: an output that gives nothing is a fault.
  const said = { ...made, conditions: { ...made.conditions, channelsDriven: 2 } };
  expect(runEvidence(said).channels.map(({ channelIndex }) => channelIndex)).toEqual([0, 1]);
});

test("two channels of which one is weak are both outputs, however many were driven", () =>
  expect(placesOf([100, 40], 2)).toEqual([0, 1]));

test("where it is said which channels played, those are the evidence, however much the others gave", () => {
  const run = runOf([100, 90]);
  const setup = { ...NO_SETUP, driven: [1] };
  const conditions = { ...run.conditions, channelsDriven: 1, setup };
  const { channels } = runEvidence({ ...run, conditions });
  expect(channels.map(({ channelIndex }) => channelIndex)).toEqual([1]);
});

test("into a loudspeaker it is a loudspeaker's reading whatever took it; a reactive network says so; warm is warm", () => {
  const run = runOf([100, 90]);
  const into = (change: Partial<typeof run.conditions>) =>
    runEvidence({ ...run, conditions: { ...run.conditions, ...change } });
  expect(into({ loadKind: "loudspeaker" }).source).toBe("loudspeaker");
  expect(into({ loadKind: "reactive network" }).isReactive).toBe(true);
  expect(into({ loadKind: "resistor bank" })).toEqual(into({}));
  expect(into({ setup: { ...NO_SETUP, warmth: "warm" } }).isWarm).toBe(true);
});

test("the channels driven are those that are said, or all that were recorded where as many were driven", () => {
  const run = runOf([100, 90]);
  const of = (change: Partial<typeof run.conditions>) =>
    runEvidence({ ...run, conditions: { ...run.conditions, ...change } }).driven;
  expect(of({})).toEqual([0, 1]);
  expect(of({ channelsDriven: 5 })).toBeUndefined();
  expect(of({ channelsDriven: 5, setup: { ...NO_SETUP, driven: [4, 0, 1, 2, 3] } })).toEqual([
    0, 1, 2, 3, 4,
  ]);
});
