import { power } from "@/records/testing/run";
import { demandOf, usualWatts, type Wanted } from "./wanted";

const wanted = (given: Partial<Wanted> = {}): Wanted => ({
  ohms: "8",
  channels: "2",
  watts: "",
  seconds: "60",
  isBridged: false,
  ...given,
});

test("without watts the claim stands for them; bridged for both halves", () => {
  expect(demandOf(wanted(), [power], 24)).toEqual({
    targetOhms: 8,
    watts: 50,
    seconds: 60,
    channelCount: 2,
    ambientCelsius: 24,
  });
  expect(usualWatts(wanted({ isBridged: true, ohms: "16" }), [power])).toBe(100);
});

test("what is typed is read as at the bench", () =>
  expect(
    demandOf(wanted({ ohms: "2,67", watts: "1k2", seconds: "0.5", channels: "1" }), [], 22),
  ).toMatchObject({ targetOhms: 2.67, watts: 1200, seconds: 0.5, channelCount: 1 }));

test.each<Partial<Wanted>>([
  { ohms: "" },
  { ohms: "-8" },
  { channels: "0" },
  { channels: "17" },
  { watts: "loud" },
  { watts: "0" },
  { seconds: "" },
])("nothing is looked for with %j", (given) =>
  expect(demandOf(wanted(given), [power], 22)).toBeNull(),
);
