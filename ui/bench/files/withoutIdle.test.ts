import type { FileFacts } from "@/pipeline/openFile";
import { fileEntry } from "./testing/fileEntry";
import type { FileEntry } from "./useFiles";
import { withoutIdle } from "./withoutIdle";

const file = (peaks: readonly number[], more: Partial<FileEntry> = {}): FileEntry => ({
  ...fileEntry({ id: "a", fileName: "a.wav", kind: "burst" }),
  channels: peaks.map((_, k) => k),
  opened: { hasSamples: true, peaks } as unknown as FileFacts,
  ...more,
});

test("of fewer driven than were recorded the silent ones are left out; all that were driven stay", () => {
  expect(withoutIdle(file([0.8, 0.001]), 1, []).channels).toEqual([0, null]);
  expect(withoutIdle(file([0.002, 0.8]), 1, []).channels).toEqual([null, 1]);
  // An output that gives nothing though it was driven is a fault, and is read.
  expect(withoutIdle(file([0.8, 0.001]), 2, []).channels).toEqual([0, 1]);
  expect(withoutIdle(file([0.8, 0.3]), 1, []).channels).toEqual([0, 1]);
});

test("where it is said which were driven, those are read", () =>
  expect(withoutIdle(file([0.8, 0.7, 0.001]), 2, [1, 2]).channels).toEqual([null, 1, 2]));

test("two resistors on outputs B and C: both are read, by the outputs that they are on", () =>
  expect(withoutIdle(file([0.8, 0.7]), 2, [1, 2], (k) => [1, 2][k]).channels).toEqual([0, 1]));

test("a file that holds none of the driven outputs has none to read; of crosstalk nothing is left out", () => {
  expect(withoutIdle(file([0.8, 0.7]), 1, [3]).channels).toEqual([null, null]);
  expect(withoutIdle(file([0.8, 0.001], { kind: "crosstalk" }), 1, []).channels).toEqual([0, 1]);
});
