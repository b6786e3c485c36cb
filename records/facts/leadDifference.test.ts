import type { Curve } from "@/core/run";
import { stepReading } from "@/core/testing/stepReading";
import type { Run } from "../run";
import { outputDifference, togetherCurve, togetherDifference, type ComparedRun } from ".";

const AS_IS = { chart: "", normalising: "as-measured", meetAt: null } as const;

/** A sweep that is clean up to some watts, or never passes 1 %. */
const sweep = (watts: number, isLimited = true): ComparedRun => {
  const levels = [0.25, 0.5, 0.8, 1].map((share) => stepReading(share * watts, 0.001));
  return {
    channel: 0,
    ratedWatts: 2 * watts,
    run: {
      kind: "power-sweep",
      conditions: {
        channels: [
          {
            channelIndex: 0,
            loadOhms: 4,
            loadOhmsStdUncertainty: 0.01,
            voltsStdUncertaintyRatio: 0.002,
          },
        ],
      },
      result: {
        channels: [
          {
            levels: isLimited ? [...levels, stepReading(1.001 * watts, 0.2)] : levels,
            curves: [
              {
                name: "thd-plus-noise",
                label: "THD+N",
                x: "watts",
                y: "distortion-ratio",
                points: levels.map(({ powerWatts }) => [powerWatts, 0.001]),
              },
            ],
          },
        ],
      },
    } as unknown as Run,
  };
};

test("40 W against 20 W at 1 % are 3.0 dB, plainly audible, and real", () => {
  const found = outputDifference(sweep(40), sweep(20));
  expect(found?.db).toBeCloseTo(10 * Math.log10(2), 2);
  expect(found).toMatchObject({
    isReal: true,
    bound: null,
    audibility: { words: "plainly audible" },
  });
});

test("20 W against 20.05 W are no significant difference", () =>
  expect(outputDifference(sweep(20), sweep(20.05))?.isReal).toBe(false));

test.each([
  ["the greater", sweep(40, false), sweep(20), "at-least", true],
  [
    "the lesser, which may be the greater after all",
    sweep(20, false),
    sweep(40),
    "at-least",
    false,
  ],
  ["the second", sweep(20), sweep(40, false), "at-most", true],
  ["neither", sweep(40, false), sweep(20, false), "unknown", false],
])("where %s was not driven to its limit", (...[, first, second, bound, isReal]) =>
  expect(outputDifference(first, second)).toMatchObject({ bound, isReal }),
);

const response = (points: Curve["points"]): ComparedRun => ({
  ...sweep(1),
  run: {
    ...sweep(1).run,
    kind: "response",
    result: {
      kind: "response",
      channels: [
        { curves: [{ name: "magnitude", label: "gain", x: "hertz", y: "level-ratio", points }] },
      ],
    } as unknown as Run["result"],
  },
});

test("responses of different gain that meet at 1 kHz differ only where their shapes do", () => {
  const flat = response([
    [20, 20],
    [1000, 20],
    [20_000, 20],
  ]);
  const drooping = response([
    [20, 10],
    [1000, 10],
    [20_000, 9],
  ]);
  expect(outputDifference(flat, drooping)).toBeNull();
  expect(togetherDifference(flat, drooping, AS_IS)?.points[0].value).toBeCloseTo(6.02, 2);
  const met = togetherDifference(flat, drooping, { ...AS_IS, normalising: "meet" });
  expect(met?.points[0].value).toBeCloseTo(0, 9);
  // 10 over 9.
  expect(met?.points.at(-1)?.value).toBeCloseTo(0.915, 3);
});

test("relative to rated power; where nothing is claimed it says so", () => {
  const together = togetherCurve(sweep(20), { ...AS_IS, normalising: "of-rated" });
  expect(together.curve?.points.at(-1)?.[0]).toBeCloseTo(0.5, 9);
  expect(
    togetherCurve({ ...sweep(20), ratedWatts: null }, { ...AS_IS, normalising: "of-rated" }),
  ).toEqual({ curve: null, why: "no claim for its load" });
});

test("a difference of degrees is in degrees, that of watts in dB of power", () => {
  const soak = (name: string, y: Curve["y"], values: readonly number[]): ComparedRun => {
    const { run, ...rest } = response(
      [0, 60, 120].map((seconds, k) => [seconds, values[k]] as const),
    );
    const [{ curves }] = run.result.channels;
    const channels = [
      { ...run.result.channels[0], curves: [{ ...curves[0], name, x: "seconds", y }] },
    ];
    return {
      ...rest,
      run: { ...run, kind: "heat-soak", result: { ...run.result, channels } } as Run,
    };
  };
  const warm = [30, 52, 62];
  const plain = togetherDifference(
    soak("sink", "celsius", warm),
    soak("sink", "celsius", [22, 32, 37]),
    { ...AS_IS, normalising: "meet", meetAt: 60 },
  );
  // Each less its own at a minute: 62 - 52 against 37 - 32.
  expect(plain).toMatchObject({ isPlain: true, y: "celsius" });
  expect(plain?.points.at(-1)?.value).toBeCloseTo(5, 9);
  const watts = togetherDifference(
    soak("sink", "watts", [10, 10, 40]),
    soak("sink", "watts", [10, 10, 20]),
    { ...AS_IS, normalising: "meet", meetAt: 60 },
  );
  // Four times against twice the power.
  expect(watts?.points.at(-1)?.value).toBeCloseTo(3.0103, 4);
});

test("past its limit, where more drive gives fewer watts, a sweep is compared no further", () => {
  const back = sweep(20);
  const [{ curves }] = back.run.result.channels;
  const collapsed = {
    ...back,
    run: {
      ...back.run,
      result: {
        ...back.run.result,
        channels: [
          {
            ...back.run.result.channels[0],
            curves: [{ ...curves[0], points: [...curves[0].points, [12, 0.4], [6, 0.5]] }],
          },
        ],
      },
    } as Run,
  };
  const found = togetherDifference(collapsed, sweep(20), AS_IS);
  for (const { value } of found?.points ?? []) expect(value).toBeCloseTo(0, 9);
});
