import { runConditions } from ".";
import { readWithSchema, type ReadWith } from "./readWith";
import { load } from "./testing/run";

const SHOT = {
  shot: "tone",
  stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 1, seconds: 1 },
  meters: { mainsWatts: 60, mainsAmperes: 0.4 },
  events: [{ seconds: 1, event: "relay" }],
  isSecondLoad: false,
  isCutShort: false,
} as const;
const channel = { loadOhms: 4, loadOhmsStdUncertainty: 0.01, voltsStdUncertaintyRatio: 0.002 };
const GOOD: ReadWith = { ratedWatts: 50, secondChannels: [channel], shots: [SHOT] };
const isTaken = (value: unknown) => readWithSchema().isValidSync(value);

test("what an analysis was given is kept as it was", () => {
  expect(readWithSchema().validateSync(GOOD)).toEqual(GOOD);
  const conditions = runConditions({
    load,
    channelsDriven: 1,
    fullScaleVolts: 80,
    mainsHz: 50,
    voltsAccuracyRatio: 0.01,
    readWith: GOOD,
  });
  expect(conditions.readWith).toEqual(GOOD);
});

test.each<[string, unknown]>([
  ["a second load of nothing", { ...GOOD, secondChannels: [null] }],
  ["a second load of no ohms", { ...GOOD, secondChannels: [{ ...channel, loadOhms: 0 }] }],
  ["no rated watts at all", { ...GOOD, ratedWatts: 0 }],
  ["a shot without a name", { ...GOOD, shots: [{ ...SHOT, shot: 5 }] }],
  ["a stimulus that is none", { ...GOOD, shots: [{ ...SHOT, stimulus: {} }] }],
  ["meters that show words", { ...GOOD, shots: [{ ...SHOT, meters: { mainsWatts: "60" } }] }],
  ["events that are none", { ...GOOD, shots: [{ ...SHOT, events: [null] }] }],
  ["more shots than any run has", { ...GOOD, shots: Array(65).fill(SHOT) }],
])("%s is refused", (_, value) => expect(isTaken(value)).toBe(false));

test("runs from before it was kept, and recordings made elsewhere, are taken", () => {
  expect(isTaken(undefined)).toBe(true);
  expect(isTaken({ ratedWatts: null, secondChannels: null, shots: [] })).toBe(true);
});
