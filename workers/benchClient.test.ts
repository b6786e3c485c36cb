// How work goes to a worker and comes back: what is broken off, what fails, and what is handed over. The worker itself is a stand-in.
import { Cancelled, handedOver, keepWorker, startJob } from "./benchClient";

/** Answers what it is set up to answer, and nothing else. */
class StandIn extends EventTarget {
  static opened: StandIn[] = [];
  static answers = new Map<string, unknown>();
  onerror: (() => void) | null = null;
  isEnded = false;
  readonly handedOver: unknown[] = [];
  constructor() {
    super();
    StandIn.opened.push(this);
  }
  postMessage(
    { id, path }: { id: string; path: readonly string[] },
    handedOver: readonly unknown[],
  ): void {
    this.handedOver.push(...handedOver);
    if (!StandIn.answers.has(path[0])) return;
    const value = StandIn.answers.get(path[0]);
    queueMicrotask(() =>
      this.dispatchEvent(new MessageEvent("message", { data: { id, type: "RAW", value } })),
    );
  }
  terminate(): void {
    this.isEnded = true;
  }
}

beforeEach(() => {
  StandIn.opened = [];
  StandIn.answers = new Map();
  Object.assign(globalThis, { Worker: StandIn });
});

test("a job has a worker of its own, which ends with it", async () => {
  StandIn.answers.set("findLoads", { found: 3 });
  const { finished } = startJob((worker) => worker.findLoads([], {} as never));
  expect(await finished).toEqual({ found: 3 });
  expect(StandIn.opened.map(({ isEnded }) => isEnded)).toEqual([true]);
});

test("a job that is cancelled is refused as that, in the middle of whatever it does", async () => {
  const job = startJob((worker) => worker.findLoads([], {} as never));
  job.cancel();
  await expect(job.finished).rejects.toBeInstanceOf(Cancelled);
  expect(StandIn.opened[0].isEnded).toBe(true);
});

test("a kept worker is broken off without a wait for its answer; the next to ask gets another", async () => {
  const kept = keepWorker();
  const asked = kept.worker.findLoads([], {} as never);
  kept.stop();
  await expect(asked).rejects.toBeInstanceOf(Cancelled);
  expect(StandIn.opened[0].isEnded).toBe(true);
  StandIn.answers.set("findLoads", { found: 1 });
  expect(await kept.worker.findLoads([], {} as never)).toEqual({ found: 1 });
  expect(StandIn.opened).toHaveLength(2);
});

test("a worker whose code does not come says what to do, and is asked for again", async () => {
  const kept = keepWorker();
  const asked = kept.worker.findLoads([], {} as never);
  StandIn.opened[0].onerror?.();
  await expect(asked).rejects.toThrow("Reload the page");
  StandIn.answers.set("findLoads", { found: 1 });
  expect(await kept.worker.findLoads([], {} as never)).toEqual({ found: 1 });
});

const recording = () => new Uint8Array(new ArrayBuffer(64));

test.each([
  [
    "recordings in files",
    (wav: Uint8Array<ArrayBuffer>) => ({
      instrument: {
        kind: "files",
        mainsHz: 50,
        files: [
          { fileName: "a.wav", wav, fullScaleVolts: 1, layout: { outputs: [0], input: null } },
        ],
      } as const,
    }),
  ],
  [
    "recordings that a run has already",
    (wav: Uint8Array<ArrayBuffer>) => ({
      instrument: { kind: "simulated", amplifier: {}, seed: 1 } as const,
      kept: [
        {
          name: "one",
          wav,
          fullScaleVolts: 1,
          fileName: "one.wav",
          meters: null,
          events: [],
          trip: null,
        },
      ],
    }),
  ],
])("%s are handed over: their bytes are not copied", (_, requestOf) => {
  const wav = recording();
  const { finished, cancel } = startJob((worker) =>
    worker.playRun(handedOver(requestOf(wav)) as never, {} as never),
  );
  finished.catch(() => {});
  expect(StandIn.opened[0].handedOver).toContain(wav.buffer);
  cancel();
});
