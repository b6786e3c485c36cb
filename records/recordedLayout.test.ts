import { recordedLayout } from "./recordedLayout";
import { runOf } from "./testing/run";

const run = runOf([50, 49]);
const said = (fileChannels: (number | undefined)[], inputFileChannel?: number) => ({
  source: "recording" as const,
  conditions: {
    ...run.conditions,
    inputFileChannel,
    channels: run.conditions.channels.map((channel, k) => ({
      ...channel,
      fileChannel: fileChannels[k],
    })),
  },
});

test("what the reviewer said counts, in whatever order", () =>
  expect(recordedLayout(said([2, 0], 1), 3)).toEqual({ outputs: [2, 0], input: 1, isSure: true }));

test("a file with a channel that is not used has no input on that account", () =>
  expect(recordedLayout(said([1, 2]), 4)).toMatchObject({ outputs: [1, 2], input: null }));

test("where nothing was said it is in order; a channel more is the input, for sure on the simulated bench alone", () => {
  const plain = { source: "recording" as const, conditions: run.conditions };
  expect(recordedLayout(plain, 2)).toEqual({ outputs: [0, 1], input: null, isSure: true });
  expect(recordedLayout(plain, 3)).toEqual({ outputs: [1, 2], input: 0, isSure: false });
  expect(recordedLayout({ ...plain, source: "simulated-bench" }, 3).isSure).toBe(true);
});
