import type { RunKind } from "@/core/run";
import { fieldsOf } from "./fieldsOf";
import { groupsOf, settingsOf } from "./readFiles";
import { fileEntry } from "./testing/fileEntry";
import type { FileEntry } from "./useFiles";

const entry = (id: string, kind: RunKind): FileEntry =>
  fileEntry({ id, fileName: `${id}.wav`, kind });
const grouped = (...kinds: RunKind[]): string[][] =>
  groupsOf(kinds.map((kind, k) => entry(`${kind}-${k}`, kind))).map((group) =>
    group.map(({ id }) => id),
  );

test("files of a run that takes several recordings belong together, in the order in which they came", () => {
  expect(grouped("impedance", "spectrum", "impedance")).toEqual([
    ["impedance-0", "impedance-2"],
    ["spectrum-1"],
  ]);
});

test("of other kinds each file is a run of its own", () => {
  expect(grouped("burst", "burst", "power-sweep")).toEqual([
    ["burst-0"],
    ["burst-1"],
    ["power-sweep-2"],
  ]);
});

test("of a file only what counts in reading may be set: neither level nor length are its reader's choice", () => {
  const names = (kind: RunKind) => fieldsOf({ kind }).map(({ name }) => name);
  expect(names("spectrum")).toEqual(["averaging", "bandLowHz", "bandHighHz"]);
  expect(names("noise")).toEqual(["weighting", "reference", "bandLowHz", "bandHighHz"]);
  expect(names("burst")).toEqual([]);
  expect(names("power-sweep")).toEqual([]);
});

test("settings of a file are by default but for what was typed; what is not possible is none", () => {
  expect(settingsOf({ kind: "spectrum", settings: { bandHighHz: "22k" } })).toEqual({
    averaging: "none",
    bandLowHz: 20,
    bandHighHz: 22_000,
  });
  expect(settingsOf({ kind: "spectrum", settings: { bandHighHz: "loud" } })).toBeNull();
  expect(settingsOf({ kind: "power-sweep", settings: {} })).toEqual({});
});
