import Papa from "papaparse";
import { runAsCsv, runSchema, validated } from ".";
import { channelOf, figureOf, measuredRun } from "./testing/measuredRun";

const run = measuredRun("burst", [
  channelOf([figureOf("power", "watts", 60, 0.5), figureOf("none", "watts", null)], {
    curves: [
      {
        name: "c",
        label: "curve",
        x: "hertz",
        y: "level-ratio",
        points: [
          [20, 1],
          [1000, 0.5],
        ],
      },
    ],
    bursts: [
      {
        label: "20 ms",
        cycleSeconds: 0.001,
        powerWatts: [60, 59],
        flattened: [false, true],
        lastCleanCycle: 0,
      },
    ],
  }),
]);
const { id: _id, amplifierId: _amplifierId, takenAt: _takenAt, remarks: _remarks, ...draft } = run;

test("a measured run passes its schema unchanged, with or without recordings", async () => {
  expect(await validated(runSchema as never, draft)).toEqual({ ok: true, value: draft });
});

test.each<[string, object]>([
  ["a kind that is not", { ...draft, kind: "dance" }],
  ["result and kind at odds", { ...draft, kind: "noise" }],
  [
    "a figure that is no number",
    {
      ...draft,
      result: { kind: "burst", channels: [channelOf([figureOf("power", "watts", Number.NaN)])] },
    },
  ],
  [
    "a curve with a hole",
    {
      ...draft,
      result: {
        kind: "burst",
        channels: [
          channelOf([], {
            curves: [
              {
                name: "c",
                label: "",
                x: "hertz",
                y: "watts",
                points: [[1, Number.POSITIVE_INFINITY]],
              },
            ],
          }),
        ],
      },
    },
  ],
  [
    "more channels than were measured",
    {
      ...draft,
      result: { kind: "burst", channels: [...draft.result.channels, ...draft.result.channels] },
    },
  ],
])("refusal: %s", async (_, input) =>
  expect((await validated(runSchema as never, input)).ok).toBe(false),
);

test("CSV: every reading, every point and every cycle, with what it is", () => {
  const { data, errors } = Papa.parse<Record<string, string>>(runAsCsv(run), { header: true });
  expect(errors).toEqual([]);
  expect(data.map(({ item, x, value }) => [item, x, value])).toEqual([
    ["power", "", "60"],
    ["none", "", ""],
    ["curve", "20", "1"],
    ["curve", "1000", "0.5"],
    ["20 ms", "1", "60"],
    ["20 ms", "2", "59"],
  ]);
  expect(data[5].quantity).toBe("watts, tops flat");
});
