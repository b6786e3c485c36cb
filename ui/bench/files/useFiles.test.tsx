/** @jest-environment jsdom */
// Files as they are dropped: opened in one worker, which keeps their samples until they are read or taken away.
import { TextDecoder as NodeTextDecoder, TextEncoder } from "node:util";
import { act, renderHook, waitFor } from "@testing-library/react";
import { stimulusVolts } from "@/core/signal";
import { encodeWav } from "@/core/wav";
import { rateQuestionOf } from "@/pipeline/openFile";
import { OpenFiles } from "@/pipeline/OpenFiles";
import type { SentFile } from "@/workers/protocol";
import { sentFile, useFiles } from "./useFiles";

// This environment has none.
Object.assign(globalThis, { TextDecoder: NodeTextDecoder });

const mockSeen = { opened: [] as string[], closed: [] as string[], made: 0, ended: 0 };
const mockFiles = new OpenFiles();
/** What files hold: this environment cannot read them. */
const mockHeld = new Map<Blob, Uint8Array<ArrayBuffer>>();
const mockBytes = async (source: Blob): Promise<Uint8Array<ArrayBuffer>> =>
  mockHeld.get(source) ?? new Uint8Array();
const mockChosen = ({ source, ...file }: SentFile) => ({ ...file, bytes: () => mockBytes(source) });
/** Asked before the first file is opened. */
let mockBreakOff: (() => Error) | null = null;
jest.mock("@/workers/benchClient", () => ({
  Cancelled: class extends Error {},
  keepWorker: () => {
    mockSeen.made++;
    return {
      worker: {
        openFile: async (file: SentFile) => {
          mockSeen.opened.push(file.fileName);
          const broken = mockBreakOff?.();
          mockBreakOff = null;
          if (broken) throw broken;
          return mockFiles.open(mockChosen(file));
        },
        closeFile: async (id: string) => {
          mockSeen.closed.push(id);
          mockFiles.close(id);
        },
        questionOf: async (source: Blob) => rateQuestionOf(await mockBytes(source)),
      },
      end: () => mockSeen.ended++,
      stop: () => {},
    };
  },
}));

beforeEach(() => {
  Object.assign(mockSeen, { opened: [], closed: [], made: 0, ended: 0 });
});

const tone = (): Uint8Array<ArrayBuffer> =>
  encodeWav(
    [stimulusVolts({ kind: "sine", frequencyHz: 1000, voltsPeak: 0.5, seconds: 0.3 }, 48_000)],
    48_000,
    1,
    "int24",
  );
const rows = Array.from(
  { length: 500 },
  (_, k) => `${(0.02 * k).toFixed(2)};${Math.sin((2 * Math.PI * k) / 50).toFixed(4)}`,
);

const file = (name: string, content: Uint8Array<ArrayBuffer> | string): File => {
  const made = new File(["it"], name);
  const bytes = typeof content === "string" ? new TextEncoder().encode(content) : content;
  mockHeld.set(made, Uint8Array.from(bytes));
  Object.defineProperty(made, "size", { value: bytes.length });
  return made;
};

const shown = (uploadLimitBytes = 1e8) =>
  renderHook(() =>
    useFiles({
      outputCount: 2,
      fullScale: "40 V",
      uploadLimitBytes,
      ownOf: () => ({ own: {}, message: null }),
      onNote: () => {},
    }),
  );

test("each is opened in one worker for all, and says what it was taken for", async () => {
  const { result, unmount } = shown();
  act(() => result.current.add([file("one.wav", tone()), file("two.wav", tone())]));
  expect(result.current.entries.map(({ state }) => state)).toEqual(["opening", "opening"]);
  await waitFor(
    () => expect(result.current.entries.map(({ state }) => state)).toEqual(["open", "open"]),
    { timeout: 15_000 },
  );
  const [one] = result.current.entries;
  expect(one).toMatchObject({ kind: "spectrum", fullScale: "40 V", channels: [0, null] });
  expect(one.opened).toMatchObject({ hasSamples: true, sampleRateHz: 48_000, channelCount: 1 });
  expect(mockSeen).toMatchObject({ opened: ["one.wav", "two.wav"], made: 1, ended: 0 });
  unmount();
  expect(mockSeen.ended).toBe(1);
});

test("a file above the limit is refused with its size, and never opened", () => {
  const { result } = shown(1000);
  act(() => result.current.add([file("long.wav", tone())]));
  expect(result.current.entries[0].state).toBe("failed");
  expect(result.current.entries[0].message).toMatch(/larger than the limit/);
  expect(mockSeen.opened).toEqual([]);
});

test("a record that does not say how it was sampled is asked about, and opened again as that", async () => {
  const { result } = shown();
  act(() => result.current.add([file("scope.csv", ["t;U", ...rows].join("\n"))]));
  await waitFor(() => expect(result.current.entries[0].question).not.toBeNull());
  const [asked] = result.current.entries;
  expect(asked).toMatchObject({ state: "failed", opened: null });
  expect(asked.sampleRate).not.toBe("");
  act(() => result.current.reopen({ ...asked, sampleRate: "50k" }));
  await waitFor(() => expect(result.current.entries[0].state).toBe("open"));
  expect(result.current.entries[0].opened?.sampleRateHz).toBe(50_000);
  expect(sentFile({ ...asked, sampleRate: "50k" }).givenRateHz).toBe(50_000);
});

test("what is taken away is let go of in the worker too; the others stay", async () => {
  const { result } = shown();
  act(() => result.current.add([file("one.wav", tone()), file("two.wav", tone())]));
  await waitFor(() => expect(result.current.entries[1].state).toBe("open"));
  const [one, two] = result.current.entries;
  act(() => result.current.remove(one.id));
  expect(mockSeen.closed).toEqual([one.id]);
  expect(result.current.entries.map(({ id }) => id)).toEqual([two.id]);
});

test("a file that was being opened when reading was stopped is opened again; one that cannot be read says so", async () => {
  const { Cancelled } = jest.requireMock<{ Cancelled: new () => Error }>("@/workers/benchClient");
  const { result } = shown();
  mockBreakOff = () => new Cancelled();
  act(() => result.current.add([file("one.wav", tone())]));
  await waitFor(() => expect(result.current.entries[0].state).toBe("open"));
  expect(mockSeen.opened).toEqual(["one.wav", "one.wav"]);
  mockBreakOff = () => new Error("gone");
  act(() => result.current.add([file("two.wav", tone())]));
  await waitFor(() => expect(result.current.entries[1].state).toBe("failed"));
  expect(result.current.entries[1].message).toMatch(/could not be read; it may have been moved/);
});
