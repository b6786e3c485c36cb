import type { RunKind } from "@/core/plan";
import { groupsOf } from "./readFiles";
import type { FileEntry } from "./useFiles";

const entry = (id: string, kind: RunKind): FileEntry => ({ id, fileName: `${id}.wav`, source: null as unknown as File, state: "open", message: null, opened: null, kind, fullScale: "80", channels: [0], inputChannel: null, sampleRate: "" });
const grouped = (...kinds: RunKind[]): string[][] => groupsOf(kinds.map((kind, k) => entry(`${kind}-${k}`, kind))).map((group) => group.map(({ id }) => id));

test("files of a run that takes several recordings belong together, in the order in which they came", () => {
  expect(grouped("impedance", "spectrum", "impedance")).toEqual([["impedance-0", "impedance-2"], ["spectrum-1"]]);
});

test("of other kinds each file is a run of its own", () => {
  expect(grouped("burst", "burst", "power-sweep")).toEqual([["burst-0"], ["burst-1"], ["power-sweep-2"]]);
});
