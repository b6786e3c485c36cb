/** @jest-environment node */
import { EXAMPLE_RIGS, onLoads, record } from "@/bench/simulated";
import { NO_SETUP, type Load, type Run, type RunDraft } from "@/records";
import { load, runOf } from "@/records/testing/run";
import { canReadAgain, readAgain } from "./readAgain";

const { capture } = record(
  onLoads(EXAMPLE_RIGS["home-class-ab"], [8.21, 8.18]),
  {
    stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.5, seconds: 1 },
    sampleRateHz: 96_000,
    drives: [true, true],
  },
  1,
);
// The same reading as in a worker, on this thread.
jest.mock("@/workers/benchClient", () => ({
  callback: <T>(work: T): T => work,
  handedOver: <T>(value: T): T => value,
  startJob: <T>(work: (worker: object) => Promise<T>) => ({
    finished: work(jest.requireActual<object>("@/pipeline/readRun")),
  }),
}));
const mockStored: RunDraft[] = [];
let mockBytes: Uint8Array | null = null;
jest.mock("../bench/uploadRun", () => ({
  fetchCapture: async () => mockBytes,
  storeRun: async (_: string, run: RunDraft) => {
    mockStored.push(run);
    return run.id;
  },
  UploadFailed: class extends Error {},
}));
beforeEach(() => {
  mockStored.length = 0;
  mockBytes = capture.wav;
});

const readWith = { ratedWatts: null, secondChannels: null, shots: [] };
const run = ((): Run => {
  const made = runOf([50, 50], {
    kind: "spectrum",
    captures: [
      { sha256: "ab".repeat(32), fileName: "tone.wav", fullScaleVolts: capture.fullScaleVolts },
    ],
  });
  return { ...made, conditions: { ...made.conditions, readWith } };
})();
const into = (ohms: number): Load => ({
  ...load,
  nominalOhms: Math.round(ohms),
  channels: [0, 1].map(() => ({ ohms, ohmsExpandedUncertainty: 0.02 })),
});
const corrected = { channelsDriven: 2, setup: undefined };
const wattsOf = ({ result }: RunDraft): number =>
  result.channels[0].figures.find(({ quantity }) => quantity === "watts")?.value ?? NaN;

test("the same recording into half the ohms gives twice the watts, as a run of its own", async () => {
  const ids = [
    await readAgain(run, into(8.2), corrected),
    await readAgain(run, into(4.1), corrected),
  ];
  expect(new Set([...ids, run.id]).size).toBe(3);
  const [eight, four] = mockStored;
  // P = U²/R (Joule’s law)
  expect(wattsOf(four) / wattsOf(eight)).toBeCloseTo(2, 6);
  expect(four.conditions).toMatchObject({ nominalOhms: 4, channels: [{ loadOhms: 4.1 }, {}] });
  expect(four.captures).toEqual(run.captures);
});

test("two outputs of five keep their two resistors", async () => {
  const [first, second] = run.conditions.channels;
  const channels = [
    { ...first, channelIndex: 2 },
    { ...second, channelIndex: 3 },
  ];
  const pair = { ...run, conditions: { ...run.conditions, channels } };
  await readAgain(pair, into(4.1), {
    channelsDriven: 2,
    setup: { ...NO_SETUP, driven: [2, 3] },
  });
  expect(mockStored[0].conditions.channels).toMatchObject([
    { channelIndex: 2, loadOhms: 4.1 },
    { channelIndex: 3, loadOhms: 4.1 },
  ]);
});

test("a load without a resistance for one of its channels, and a recording that is gone, are reported and store nothing", async () => {
  const one = { ...into(4.1), channels: into(4.1).channels.slice(0, 1) };
  expect(await readAgain(run, one, corrected)).toMatchObject({ where: "Load" });
  mockBytes = null;
  await expect(readAgain(run, into(4.1), corrected)).rejects.toThrow("no longer there");
  expect(mockStored).toEqual([]);
});

test("so does a recording that was played here, with what was known of it", async () => {
  const shot = {
    shot: "tone",
    stimulus: null,
    meters: null,
    events: [],
    isSecondLoad: false,
    isCutShort: false,
  };
  const played = (isCutShort: boolean): Run => ({
    ...run,
    conditions: {
      ...run.conditions,
      readWith: { ...readWith, shots: [{ ...shot, isCutShort }] },
    },
  });
  expect([canReadAgain(played(false)), canReadAgain(played(true))]).toEqual([true, false]);
  await readAgain(run, into(4.1), corrected);
  await readAgain(played(false), into(4.1), corrected);
  expect(wattsOf(mockStored[1])).toBe(wattsOf(mockStored[0]));
  expect(mockStored[1].conditions.readWith?.shots).toHaveLength(1);
});

test("and what a meter showed, typed in as volts", async () => {
  const typed = [{ voltsRms: 20 }, { voltsRms: 18 }];
  const meter: Run = {
    ...run,
    kind: "clip-search",
    source: "typed",
    captures: [],
    conditions: { ...run.conditions, readWith: { ...readWith, typed } },
  } as Run;
  expect(canReadAgain(meter)).toBe(true);
  await readAgain(meter, into(8), corrected);
  await readAgain(meter, into(4), corrected);
  // P = U²/R (Joule’s law)
  expect(mockStored.map(wattsOf)).toEqual([50, 100]);
  expect(mockStored[1]).toMatchObject({ source: "typed", conditions: { readWith: { typed } } });
});

test("a table of levels keeps its figures, which no load enters", async () => {
  const table = { ...run, captures: [] };
  await readAgain(table, into(4.1), corrected);
  expect(mockStored[0].result.channels).toEqual(run.result.channels);
  expect(mockStored[0].conditions.nominalOhms).toBe(4);
});

test("what the bench simulated, and readings whose beginnings were not kept, are not read again", () => {
  expect(canReadAgain(run)).toBe(true);
  expect(canReadAgain({ ...run, source: "simulated-bench" })).toBe(false);
  expect(canReadAgain({ ...run, kind: "heat-soak", captures: [] } as Run)).toBe(false);
  expect(canReadAgain({ ...run, source: "typed", captures: [] })).toBe(false);
  const { readWith: _, ...conditions } = run.conditions;
  expect(canReadAgain({ ...run, conditions })).toBe(false);
});
