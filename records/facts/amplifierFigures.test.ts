import type { Evidence, MethodReading } from "@/core/verdict";
import { amplifierFigures, FIGURE_COLUMNS, type FigureColumn } from ".";

const byMethod = (name: MethodReading["name"], powerWatts: number): MethodReading => ({
  name,
  limit: { distortionLimitRatio: 0.01, distortionMeasure: "thd-plus-noise" },
  driven: "all",
  settledBy: "power-sweep",
  reading: {
    powerWatts,
    expandedUncertainty: 0.02 * powerWatts,
    bound: null,
    channelIndex: 0,
    runId: "sweep",
    isRehearsed: false,
  },
});
const figure = (name: string, value: number) => ({
  name,
  label: name,
  quantity: "factor",
  value,
  stdUncertainty: 0.01 * value,
  bound: null,
});
const run = (id: string, kind: string, figures: object[][], more: object = {}) =>
  ({
    id,
    kind,
    source: "recording",
    takenAt: `2026-11-${id.padStart(2, "0")}`,
    setting: "",
    channels: figures.map((each) => ({ figures: each })),
    ...more,
  }) as unknown as Evidence;
const WEIGHED = { massKilograms: 5, priceNow: 400, channelCount: 2 };
const SCHOOLS = {
  ratings: [byMethod("one-percent", 50), byMethod("burst", 100)],
  recommended: null,
};

const told = (evidence: readonly Evidence[], weighed = WEIGHED) => {
  const figures = amplifierFigures(evidence, SCHOOLS, weighed);
  return (name: FigureColumn) => figures[FIGURE_COLUMNS.findIndex((each) => each.name === name)];
};

test("of channels the worst counts; of runs the newest real one", () => {
  const of = told([
    run("1", "impedance", [[figure("damping-1000", 90)], [figure("damping-1000", 80)]]),
    run("2", "impedance", [[figure("damping-1000", 120)], [figure("damping-1000", 110)]]),
    run("3", "impedance", [[figure("damping-1000", 500)]], { source: "simulated" }),
    run("4", "heat-soak", [[figure("hottest", 61)], [figure("hottest", 58)]], {
      source: "simulated",
    }),
  ]);
  expect(of("damping")).toMatchObject({ value: 110, runId: "2", isRehearsed: false });
  expect(of("sink")).toMatchObject({ value: 61, isRehearsed: true });
  expect(of("idle")).toMatchObject({ value: null, runId: null });
});

test("headroom is the burst over the steady power, told as a level: twice the power is 3.01 dB", () => {
  const { value, stdUncertainty } = told([])("headroom");
  expect(20 * Math.log10(value ?? 0)).toBeCloseTo(3.0103, 4);
  // 1 % each of both powers: 1.41 % of the ratio, half of that of its root.
  expect((stdUncertainty ?? 0) / (value ?? 1)).toBeCloseTo(Math.hypot(0.01, 0.01) / 2, 9);
});

test("watts of both channels a kilogram and for 100 of its price; of nothing weighed none", () => {
  expect(told([])("per-kilogram").value).toBeCloseTo(20, 9);
  expect(told([])("per-price").value).toBeCloseTo(25, 9);
  expect(told([], { ...WEIGHED, massKilograms: null as never })("per-kilogram").value).toBeNull();
});

test("SINAD at 5 W comes from a spectrum near 5 W, not from one at another level", () => {
  const spectrum = (id: string, watts: number, sinad: number) =>
    run(id, "spectrum", [[figure("sinad", sinad), figure("power", watts)]]);
  expect(told([spectrum("1", 5.2, 20_000), spectrum("2", 50, 900)])("sinad")).toMatchObject({
    value: 20_000,
    runId: "1",
  });
  expect(told([spectrum("2", 50, 900)])("sinad").value).toBeNull();
});

test("what is doubtful, or was made under a special setting, is no figure to compare by", () => {
  const doubtful = run("2", "noise", [], {
    channels: [
      {
        figures: [figure("snr-a-reOneWatt", 50_000)],
        cautions: [{ code: "doubtful", text: "", touches: ["snr-a-reOneWatt"] }],
      },
    ],
  });
  const switched = run("3", "noise", [[figure("snr-a-reOneWatt", 90_000)]], {
    setting: "limiter: on",
  });
  const plain = run("1", "noise", [[figure("snr-a-reOneWatt", 30_000)]]);
  expect(told([doubtful, switched, plain])("snr")).toMatchObject({ value: 30_000, runId: "1" });
});
