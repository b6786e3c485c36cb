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

test("only what came as recordings can be read again", () => {
  expect(canReadAgain(run)).toBe(true);
  expect(canReadAgain({ ...run, source: "typed", captures: [] })).toBe(false);
  expect(canReadAgain({ ...run, captures: [{ ...run.captures[0], fileName: "a.csv" }] })).toBe(
    false,
  );
  expect(canReadAgain(runOf([50, 50]))).toBe(false);
});
