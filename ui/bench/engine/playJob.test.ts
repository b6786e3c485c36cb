import type { PlayRequest } from "@/pipeline/playRun";
import { NO_SETUP, rigSchema, type BenchJob } from "@/records";
import { benchJob } from "@/records/testing/job";
import { load } from "@/records/testing/run";
import { playJob } from "./playJob";

let mockCancelled = 0;
const mockAsked: PlayRequest[] = [];
jest.mock("@/workers/benchClient", () => ({
  callback: <T>(work: T): T => work,
  handedOver: <T>(value: T): T => value,
  startJob: (work: (worker: object) => void) => {
    work({ playRun: (asked: PlayRequest) => mockAsked.push(asked) });
    let refuse = (_: Error): void => {};
    const finished = new Promise((_, reject) => (refuse = reject));
    return {
      finished,
      cancel: () => {
        mockCancelled++;
        refuse(new Error("cancelled"));
      },
    };
  },
}));

const mutedAtOnce = async (job: Partial<BenchJob>): Promise<void> => {
  const control = new AbortController();
  control.abort();
  await expect(
    playJob(benchJob({ loadId: load.id, ...job }), {
      amplifierId: "amp",
      loads: [load],
      guards: rigSchema.getDefault().guards,
      signal: control.signal,
      shots: [],
      device: () => null,
      onProgress: () => {},
      onShot: async () => {},
      onLoad: async () => {},
      onLeavable: () => {},
    }),
  ).rejects.toThrow("cancelled");
};

test("muted before anything could be cancelled, what is about to play is cancelled all the same", async () => {
  await mutedAtOnce({});
  expect(mockCancelled).toBe(1);
});

test.each<[Partial<BenchJob>, boolean, number[]]>([
  [{}, false, [8.21, 8.18]],
  [{ channelsDriven: 1, setup: { ...NO_SETUP, driven: [1] } }, false, [8.18]],
  [{ setup: { ...NO_SETUP, connection: "bridged" } }, true, [8.21]],
  [{ kind: "bridged", channelsDriven: 1 }, true, [8.21]],
])("what is played into follows the setup: %j", async (job, isBridged, ohms) => {
  mockAsked.length = 0;
  await mutedAtOnce(job);
  expect(mockAsked).toMatchObject([{ isBridged, loads: ohms.map((loadOhms) => ({ loadOhms })) }]);
});
