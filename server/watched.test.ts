import {
  mkdirSync,
  mkdtempSync,
  rmSync,
  symlinkSync,
  truncateSync,
  utimesSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { encodeWav } from "@/core/wav";
import { openWatched, watchedFiles } from "./watched";

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-watched-"))));
afterEach(() => rmSync(folder, { recursive: true }));

const NOW = new Date("2026-11-28T12:00:00Z");
const WAV = encodeWav([new Float64Array(4800).fill(0.1)], 48_000, 1, "int24");

/** Puts a file there that was changed so many seconds ago. */
const put = (name: string, content: Uint8Array | string, secondsAgo: number): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  const at = new Date(NOW.getTime() - 1000 * secondsAgo);
  utimesSync(path, at, at);
  return path;
};
const seen = async (): Promise<[string, boolean][]> =>
  (await watchedFiles(folder, NOW)).files.map(({ name, isWhole }) => [name, isWhole]);

test("the newest first, of kinds that the Bench reads; folders, hidden and empty files are none", async () => {
  put("old.wav", WAV, 3600);
  put("scope.CSV", "s,V\n0,1", 10);
  put("notes.doc", "x", 5);
  put(".hidden.wav", WAV, 5);
  put("empty.wav", "", 5);
  mkdirSync(join(folder, "more.wav"));
  symlinkSync(join(folder, "old.wav"), join(folder, "link.wav"));
  expect(await seen()).toEqual([
    ["scope.CSV", true],
    ["old.wav", true],
  ]);
});

test("what is still being written is not whole: changed a moment ago, or shorter than its header says", async () => {
  put("now.wav", WAV, 1);
  truncateSync(put("growing.wav", WAV, 5), WAV.length - 300);
  utimesSync(join(folder, "growing.wav"), NOW, new Date(NOW.getTime() - 5000));
  // A recorder that writes the length last.
  const open = WAV.slice();
  new DataView(open.buffer).setUint32(40, 0, true);
  put("open.wav", open, 5);
  put("text.txt", "20 0", 1);
  expect(Object.fromEntries(await seen())).toEqual({
    "now.wav": false,
    "growing.wav": false,
    "open.wav": false,
    "text.txt": false,
  });
});

test("what was interrupted is offered after a minute: whoever reads it says what is wrong", async () => {
  const path = put("cut.wav", WAV, 0);
  truncateSync(path, WAV.length - 300);
  utimesSync(path, NOW, new Date(NOW.getTime() - 61_000));
  expect(await seen()).toEqual([["cut.wav", true]]);
});

test("no folder is watched until one is named; one that is not there is reported", async () => {
  expect(await watchedFiles("", NOW)).toEqual({ folder: "", trouble: null, files: [] });
  expect((await watchedFiles(join(folder, "none"), NOW)).trouble).toMatch(
    /This folder does not exist/,
  );
  expect((await watchedFiles(put("a.wav", WAV, 9), NOW)).trouble).toMatch(/a file, not a folder/);
});

test("a file is opened by its plain name alone, and never by way of a link", async () => {
  const secret = put("secret.txt", "x", 5);
  mkdirSync(join(folder, "inner"));
  symlinkSync(secret, join(folder, "inner", "link.txt"));
  put("inner/real.wav", WAV, 5);
  const inner = join(folder, "inner");
  for (const name of ["link.txt", "../secret.txt", "none.wav", "", ".", "real.exe"])
    expect(await openWatched(inner, name)).toBeNull();
  const file = await openWatched(inner, "real.wav");
  expect((await file?.readFile())?.equals(WAV)).toBe(true);
  await file?.close();
});
