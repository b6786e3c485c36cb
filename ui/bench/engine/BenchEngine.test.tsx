/** @jest-environment jsdom */
import { act, render, screen } from "@testing-library/react";
import { load } from "@/records/testing/run";
import { NOTHING_UNDER_WAY, rigSchema, type BenchJob } from "@/records";
import { ChainProvider } from "../../frame/chainState";
import { provided } from "../../testing/provided";
import { ANSWER_SECONDS } from "../live/StillThere";
import { BenchEngine, useBenchEngine } from "./BenchEngine";
import type { JobContext } from "./playJob";
import { benchJob } from "@/records/testing/job";

/** What is seen of a soak; nothing of it is looked at here. */
const mockPlaying = { loadWatts: [], voltsRms: [], driveVoltsRms: 0.1, label: "Soaking" } as never;
/** The run under way as the engine plays it. */
let mockPlayed: JobContext | null = null;
jest.mock("./playJob", () => ({
  playJob: (_: BenchJob, context: JobContext) => {
    mockPlayed = context;
    context.onProgress({ stage: "Soaking", doneRatio: 0.1, playing: mockPlaying });
    return new Promise(() => {});
  },
}));
jest.mock("../uploadRun", () => ({
  keepUnderWay: async () => {},
  UploadFailed: class extends Error {},
}));
jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: () => {} }) }));

/** A soak between instruments of the network. */
const soak = (change: Partial<BenchJob>): BenchJob =>
  benchJob({
    kind: "heat-soak",
    played: "network instruments",
    settings: { askMinutes: "5" },
    ...change,
  });

function Start({ asked }: { asked: BenchJob }) {
  const { start } = useBenchEngine();
  return <button onClick={() => start([asked])}>start</button>;
}

const begun = async (change: Partial<BenchJob> = {}) => {
  mockPlayed = null;
  render(
    provided(
      <ChainProvider atRest={{}}>
        <BenchEngine
          amplifierId="amp"
          loads={[load]}
          guards={rigSchema.getDefault().guards}
          underWay={NOTHING_UNDER_WAY}
        >
          <Start asked={soak(change)} />
        </BenchEngine>
      </ChainProvider>,
    ),
  );
  await act(async () => {
    screen.getByText("start").click();
    await jest.advanceTimersByTimeAsync(0);
  });
  const left = jest.fn();
  act(() => mockPlayed?.onLeavable(left));
  return left;
};
const pass = (milliseconds: number) => act(() => jest.advanceTimersByTimeAsync(milliseconds));

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test("a real soak asks whether somebody is there; without an answer it is ended, and stopped where that does not help", async () => {
  const left = await begun();
  await pass(5 * 60_000 + 10);
  expect(screen.getByRole("alertdialog", { name: "Still there?" })).toBeTruthy();
  await pass(1000 * ANSWER_SECONDS);
  expect(left).toHaveBeenCalledTimes(1);
  expect(mockPlayed?.signal.aborted).toBe(false);
  await pass(20_000);
  expect(mockPlayed?.signal.aborted).toBe(true);
});

test("a soak that has ended and is being stored, however slowly, is not stopped", async () => {
  await begun();
  await pass(5 * 60_000 + 1000 * ANSWER_SECONDS + 10);
  act(() => mockPlayed?.onProgress({ stage: "Saving the result", doneRatio: 1, playing: null }));
  await pass(60_000);
  expect(mockPlayed?.signal.aborted).toBe(false);
});

test.each<[string, Partial<BenchJob>]>([
  ["what is simulated may be left", { played: undefined }],
  ["a sweep is over soon", { kind: "power-sweep" }],
])("%s: nobody is asked", async (_, change) => {
  const left = await begun(change);
  await pass(70 * 60_000);
  expect(screen.queryByRole("alertdialog")).toBeNull();
  expect(left).not.toHaveBeenCalled();
});
