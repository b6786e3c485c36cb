import { NO_SETUP, placesPlayed, runConditions, runSchema, takenRunSchema, validated } from ".";
import { load, runOf } from "./testing/run";

const facts = {
  load,
  channelsDriven: 2,
  fullScaleVolts: 80,
  mainsHz: 50,
  voltsAccuracyRatio: 0.01,
};
const confirmation = {
  code: "hot-load",
  title: "100 W of heat in the loads",
  at: "2026-11-25T10:00:00.000Z",
};

test("the channels that are read, each with its load; half widths become standard uncertainties", () => {
  const { channels } = runConditions({ ...facts, places: [1] });
  expect(channels).toEqual([
    {
      channelIndex: 1,
      loadOhms: 8.18,
      loadOhmsStdUncertainty: 0.02,
      voltsStdUncertaintyRatio: 0.005,
    },
  ]);
});

test("a channel that the load does not have is left out", () =>
  expect(runConditions({ ...facts, places: [0, 1, 2] }).channels.length).toBe(2));

test("what was confirmed is kept with the run, and may be stored with it", async () => {
  expect(runConditions(facts).confirmations).toBeUndefined();
  const conditions = runConditions({ ...facts, confirmations: [confirmation] });
  expect(conditions.confirmations).toEqual([confirmation]);
  const { id: _, amplifierId: __, takenAt: ___, ...draft } = runOf([50, 49]);
  const outcome = await validated(runSchema, { ...draft, conditions });
  expect(outcome.ok && outcome.value.conditions.confirmations).toEqual([confirmation]);
  expect(
    (
      await validated(runSchema, {
        ...draft,
        conditions: { ...conditions, confirmations: [{ code: "hot-load" }] },
      })
    ).ok,
  ).toBe(false);
});

test("two resistors on two of five outputs are those outputs’; a load with one for each keeps its own", () => {
  const setUp = { setup: { ...NO_SETUP, driven: [2, 3] } };
  const indices = (of: typeof load) =>
    runConditions({ ...facts, load: of, setUp }).channels.map(({ channelIndex }) => channelIndex);
  expect(indices(load)).toEqual([2, 3]);
  const five = { ...load, channels: Array.from({ length: 5 }, () => load.channels[0]) };
  expect(indices(five)).toEqual([0, 1, 2, 3, 4]);
});

test("the kind of load is kept where it is no plain resistor", () => {
  expect(runConditions(facts).loadKind).toBeUndefined();
  const speaker = { ...load, kind: "loudspeaker" as const };
  expect(runConditions({ ...facts, load: speaker }).loadKind).toBe("loudspeaker");
});

test("a run none of whose driven channels was read is refused with what to check", async () => {
  const { id: _, amplifierId: __, takenAt: ___, ...draft } = runOf([50, 49]);
  const driving = (driven: number[]) =>
    validated(takenRunSchema, {
      ...draft,
      conditions: { ...draft.conditions, setup: { ...NO_SETUP, driven } },
    });
  expect((await driving([1])).ok).toBe(true);
  const refused = await driving([2]);
  expect(!refused.ok && Object.values(refused.errors).join()).toMatch(/check which were driven/);
});

test("a run plays into the resistors of the outputs that are driven; joined outputs have one load between them", () => {
  const five = { channels: Array.from({ length: 5 }, () => load.channels[0]) };
  const played = (
    of: Pick<typeof load, "channels">,
    count: number,
    setup: Partial<typeof NO_SETUP>,
  ) => placesPlayed(of, count, { ...NO_SETUP, ...setup });
  expect(played(five, 2, {})).toEqual([0, 1]);
  expect(played(five, 2, { driven: [1, 4] })).toEqual([1, 4]);
  // Two resistors, hung on outputs C and D.
  expect(played(load, 2, { driven: [2, 3] })).toEqual([0, 1]);
  expect(played(load, 3, {})).toEqual([0, 1]);
  expect(played(load, 2, { connection: "bridged" })).toEqual([0]);
  expect(played(load, 2, { connection: "parallel", driven: [0, 1] })).toEqual([0]);
});
