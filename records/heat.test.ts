import { heatLogSchema, NO_SETUP, takenOnInstead, type HeatLog } from ".";

const at = "2026-12-02T10:00:00.000Z";
const small = { ...NO_SETUP, supply: "32 V brick" };
const big = { ...NO_SETUP, supply: "48 V brick" };
const empty = heatLogSchema.cast({
  id: "log",
  title: "Soak",
  startedAt: at,
  roomCelsius: 22,
  takenOn: small,
  spots: [{ id: "sink", name: "sink", place: "heat sink" }],
});
const read: HeatLog = {
  ...empty,
  readings: [{ id: "one", spotId: "sink", seconds: 0, celsius: 22, hand: null }],
};

test("before anything is read, what a log is taken on is chosen; afterwards it is corrected, and what it was is kept", () => {
  expect(takenOnInstead(empty, big, at).corrected).toBeUndefined();
  const once = takenOnInstead(read, big, at);
  expect(once).toMatchObject({ takenOn: big, corrected: [{ at, was: small }] });
  // Typed letter by letter, it is one correction.
  const typed = takenOnInstead(once, { ...big, mains: "23" }, "2026-12-02T10:00:05.000Z");
  expect(typed).toMatchObject({ takenOn: { mains: "23" }, corrected: [{ at, was: small }] });
  const twice = takenOnInstead(once, small, "2026-12-02T10:05:00.000Z");
  expect(twice.corrected?.map(({ was }) => was.supply)).toEqual(["32 V brick", "48 V brick"]);
  expect(() => heatLogSchema.validateSync(twice)).not.toThrow();
});

test("corrected again and again, the newest are kept", () => {
  let log = read;
  for (let k = 0; k < 60; k++)
    log = takenOnInstead(log, k % 2 ? small : big, new Date(k * 3_600_000).toISOString());
  expect(log.corrected).toHaveLength(40);
  expect(() => heatLogSchema.validateSync(log)).not.toThrow();
});
