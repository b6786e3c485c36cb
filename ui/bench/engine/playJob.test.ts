import { rigSchema } from "@/records";
import { benchJob } from "@/records/testing/job";
import { load } from "@/records/testing/run";
import { playJob } from "./playJob";

let mockCancelled = 0;
jest.mock("@/workers/benchClient", () => ({
  callback: <T>(work: T): T => work,
  handedOver: <T>(value: T): T => value,
  startJob: () => {
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

test("muted before anything could be cancelled, what is about to play is cancelled all the same", async () => {
  const control = new AbortController();
  control.abort();
  await expect(
    playJob(benchJob({ loadId: load.id }), {
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
  expect(mockCancelled).toBe(1);
});
