/** @jest-environment node */
import { fromCatalogue } from "@/bench/catalogue";
import { EXAMPLE_RIGS, onLoads, record } from "@/bench/simulated";
import { OpenFiles, type ChosenFile, type FilesRequest } from "@/pipeline/OpenFiles";
import type { PlayListener, PlayRequest } from "@/pipeline/playRun";
import { NO_SETUP, rigSchema, takenRunSchema, validated, type RunDraft } from "@/records";
import { benchJob } from "@/records/testing/job";
import { load, runOf } from "@/records/testing/run";
import { readAgain } from "../measured/readAgain";
import { simulatedBench } from "./engine/benchOfJob";
import { playJob } from "./engine/playJob";
import { readFiles } from "./files/readFiles";
import { fileEntry } from "./files/testing/fileEntry";
import { keepReading } from "./live/keepReading";

// The same work as in a worker, on this thread.
jest.mock("@/workers/benchClient", () => ({
  callback: <T>(work: T): T => work,
  handedOver: <T>(value: T): T => value,
  startJob: <T>(work: (worker: object) => Promise<T>) => ({
    finished: work({
      ...jest.requireActual<object>("@/pipeline/readRun"),
      playRun: (request: PlayRequest, listener: PlayListener) =>
        jest
          .requireActual<{
            playRun(request: PlayRequest, listener: PlayListener): Promise<unknown>;
          }>("@/pipeline/playRun")
          .playRun(request, { ...listener, onMoment: () => {} }),
    }),
    cancel: () => {},
  }),
}));
const mockStored: RunDraft[] = [];
let mockBytes: Uint8Array | null = null;
jest.mock("./uploadRun", () => ({
  fetchCapture: async () => mockBytes,
  uploadCapture: async ({ fileName, fullScaleVolts }: RunDraft["captures"][number]) => ({
    sha256: "ab".repeat(32),
    fileName,
    fullScaleVolts,
  }),
  storeRun: async (_: string, run: RunDraft) => {
    mockStored.push(run);
    return run.id;
  },
  UploadFailed: class extends Error {},
}));
beforeEach(() => {
  mockStored.length = 0;
});

const RATE_HZ = 96_000;
const { capture } = record(
  onLoads(EXAMPLE_RIGS["home-class-ab"], [8.21]),
  {
    stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.5, seconds: 0.5 },
    sampleRateHz: RATE_HZ,
    drives: [true],
  },
  1,
);
/** What an oscilloscope writes: seconds and volts, line by line. */
const table = new TextEncoder().encode(
  [
    "Time (s),CH1 (V)",
    ...Array.from({ length: 20_000 }, (_, k) =>
      [k / RATE_HZ, (20 * Math.sin((2 * Math.PI * 1000 * k) / RATE_HZ)).toFixed(5)].join(),
    ),
  ].join("\n"),
);
const setup = { ...NO_SETUP, supply: "48 V brick", driven: [0] };
const setUp = { setup, setting: "supply: 48 V brick", inputUsed: "" };
const guards = rigSchema.getDefault().guards;
const { signal } = new AbortController();

const dropped = async (fileName: string, bytes: Uint8Array<ArrayBuffer>): Promise<unknown> => {
  const open = new OpenFiles();
  const file: ChosenFile = { id: "one", fileName, givenRateHz: null, bytes: async () => bytes };
  const opened = await open.open(file);
  if (!opened.ok) throw new Error(opened.finding.advice);
  const entry = fileEntry({
    fileName,
    opened: opened.value,
    kind: "spectrum",
    fullScale: String(capture.fullScaleVolts),
  });
  const worker = {
    readFiles: (request: FilesRequest) => open.read(request),
    wavOf: async () => new Blob([await open.wavOf(file)]),
  };
  return readFiles([entry], {
    amplifierId: "amp",
    load,
    secondLoad: null,
    channelsDriven: 1,
    setUp,
    mainsHz: 50,
    voltsAccuracyRatio: 0.01,
    ratedWatts: null,
    confirmations: [],
    desk: { worker, stop: () => {} } as never,
    signal,
    onReading: () => {},
  });
};

const played = (): Promise<unknown> =>
  playJob(
    benchJob({
      rig: fromCatalogue("home-class-ab").amplifier,
      loadId: load.id,
      channelsDriven: 1,
      settings: { frequencyHz: 1000, watts: 1, seconds: 0.5 },
      ...setUp,
    }),
    {
      amplifierId: "amp",
      loads: [load],
      guards,
      signal,
      shots: [],
      device: () => null,
      onProgress: () => {},
      onShot: async () => {},
      onLoad: async () => {},
      onLeavable: () => {},
    },
  );

const byHand = (): Promise<unknown> => {
  const bench = simulatedBench(fromCatalogue("home-class-ab"));
  if (!bench.ok) throw new Error(bench.finding.advice);
  return keepReading(capture, {
    id: "hand",
    kind: "spectrum",
    amplifierId: "amp",
    bench: bench.value,
    confirmations: [],
    load,
    setUp,
    channelsDriven: 1,
    frequencyHz: 1000,
  });
};

const again = (): Promise<unknown> => {
  mockBytes = capture.wav;
  const run = runOf([50], {
    kind: "spectrum",
    captures: [
      { sha256: "ab".repeat(32), fileName: "a.wav", fullScaleVolts: capture.fullScaleVolts },
    ],
  });
  return readAgain(run, load, { ...setUp, channelsDriven: 1 });
};

/** Readings of a meter come in by a form, and are asked for their setup in its own test. */
const DOORS: [string, () => Promise<unknown>][] = [
  ["a recording", () => dropped("one.wav", capture.wav)],
  ["an oscilloscope's table", () => dropped("one.csv", table)],
  ["a run that is played", played],
  ["a tone by hand", byHand],
  ["a recording that is read again", again],
];

test.each(DOORS)("%s is stored with what it was taken on, or not at all", async (_, enter) => {
  expect(typeof (await enter())).not.toBe("undefined");
  expect(mockStored.map(({ conditions }) => conditions.setup)).toEqual([setup]);
  const [run] = mockStored;
  expect(await validated(takenRunSchema, run)).toMatchObject({ ok: true });
  const { setup: __, ...bare } = run.conditions;
  const refused = await validated(takenRunSchema, { ...run, conditions: bare });
  expect(JSON.stringify(refused)).toContain("State what the reading was taken on");
});
