// What arrives may be anything: each check ends soon, and what no amplifier can be is refused.
import { briefSchema, claimSchema, DOCUMENTS, runSchema, underWaySchema, validated } from ".";
import { entryOf } from "./run";
import { runOf } from "./testing/run";

const { amplifierId: _, takenAt: __, remarks: ___, ...sweep } = runOf([50, 49]);

const errorsOf = async (schema: unknown, input: unknown): Promise<Record<string, string>> => {
  const checked = await validated(schema as never, input);
  return checked.ok ? {} : checked.errors;
};
const millisecondsFor = async (work: () => Promise<unknown>): Promise<number> => {
  const start = performance.now();
  await work();
  return performance.now() - start;
};
const empties = (count: number) => Array.from({ length: count }, () => ({}));
const withLevels = (levels: unknown) => ({
  ...sweep,
  result: {
    ...sweep.result,
    channels: sweep.result.channels.map((channel) => ({ ...channel, levels })),
  },
});

/** 15 to 54 s before lengths were looked at first, less than a second now: a busy machine stays far below, what checks every entry does not. */
const HANGS_MILLISECONDS = 12_000;

test.each([
  ["empty levels of a sweep", runSchema, withLevels(empties(10_000))],
  ["as many empty levels as there may be", runSchema, withLevels(empties(1000))],
  ["empty claims", briefSchema, { claims: empties(30_000) }],
  ["as many empty claims as there may be", briefSchema, { claims: empties(500) }],
  ["captures", runSchema, { ...sweep, captures: empties(100_001) }],
  ["events of a recording", underWaySchema, { shots: [{ events: empties(2000) }] }],
  ["jobs", underWaySchema, { queue: empties(400) }],
  [
    "channels",
    runSchema,
    { ...sweep, conditions: { ...sweep.conditions, channels: empties(1e5) } },
  ],
])("%s are refused without looking at each", async (_, schema, input) => {
  let errors = {};
  const milliseconds = await millisecondsFor(async () => (errors = await errorsOf(schema, input)));
  expect(Object.keys(errors).length).toBeGreaterThan(0);
  expect(milliseconds).toBeLessThan(HANGS_MILLISECONDS);
});

test("a list that is too long is reported by its own length, and nothing else", async () =>
  expect(await errorsOf(runSchema, { ...sweep, captures: empties(100) })).toEqual({
    captures: "captures must have 0 to 64 entries; it has 100",
  }));

test("of a list that programs make the first wrong entry is reported, and no further one", async () => {
  const [right] = sweep.result.channels[0].levels ?? [];
  const errors = await errorsOf(runSchema, withLevels([right, { startSeconds: -1 }, {}, {}]));
  const [path, ...more] = Object.keys(errors).filter((each) => each.includes("channels[0]"));
  expect(path).toMatch(/^result\.channels\[0\]\.levels\[1\]\./);
  expect(more).toEqual([]);
});

test.each([
  ["watts", { powerWatts: 1e308 }],
  ["volts", { voltsRms: 1e7 }],
  ["hertz", { fundamentalHz: 1e12 }],
  ["seconds", { startSeconds: 1e9 }],
  ["a ratio", { thdRatio: 1e300 }],
])("%s that no amplifier has are refused", async (_, change) =>
  expect(
    Object.keys(
      await errorsOf(
        runSchema,
        withLevels((sweep.result.channels[0].levels ?? []).map((step) => ({ ...step, ...change }))),
      ),
    ),
  ).toContain(`result.channels[0].levels[0].${Object.keys(change)[0]}`),
);

test("a text where there should be a list, and an object where there should be a text, are reported", async () => {
  expect(await errorsOf(runSchema, { ...sweep, captures: "many" })).toHaveProperty("captures");
  expect(await errorsOf(DOCUMENTS.details, { size: { trim: 1 } })).toHaveProperty("size");
  expect(await errorsOf(DOCUMENTS.details, { supplies: [{ name: [] }] })).not.toEqual({});
});

test("deep nesting is refused without falling over it", async () => {
  let deep: unknown = 1;
  for (let k = 0; k < 100_000; k++) deep = [deep];
  expect(await errorsOf(underWaySchema, { job: { rig: deep } })).toEqual({
    "job.rig[0]": "It is nested too deeply.",
  });
});

test.each(["toString", "valueOf", "toJSON", "constructor"])(
  "a part called %s is refused, where looking at it would fail",
  async (name) =>
    expect(await errorsOf(DOCUMENTS.details, { supplies: [{ name: { [name]: 1 } }] })).toEqual({
      "supplies[0].name": expect.stringContaining(name),
    }),
);

test("a claim of a kind that is not known is no claim", async () => {
  const claim = { printedText: "x", source: "", missing: [], nearest: null };
  const wrong = [{ kind: "constructor" }, { kind: "power" }, { kind: "gain", gainDb: 1e99 }];
  for (const stated of wrong)
    expect(await errorsOf(claimSchema, { ...claim, stated })).not.toEqual({});
  const right = { kind: "gain", gainDb: 28 };
  expect(await errorsOf(claimSchema, { ...claim, stated: right })).toEqual({});
});

test("what a list says of a run follows from the run", () =>
  expect(entryOf(runOf([50, 49]))).toEqual({
    id: "run",
    kind: "power-sweep",
    source: "recording",
    takenAt: "2026-11-25T10:00:00.000Z",
    nominalOhms: 8,
    loadOhms: [8.2, 8.2],
    channelsDriven: 2,
    setting: "",
    setId: null,
    isStruck: false,
  }));
