import { mkdtempSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { encodeWav } from "@/core/wav";
import { requireReadable } from "./readable";

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-readable-"))));
afterEach(() => rmSync(folder, { recursive: true }));

const kept = (content: string | Uint8Array): Promise<void> => {
  const path = join(folder, "file");
  writeFileSync(path, content);
  return requireReadable(path, statSync(path).size);
};

const rows = (count: number, row: (k: number) => string): string =>
  Array.from({ length: count }, (_, k) => row(k)).join("\n");
const clock = (k: number) =>
  `${String(Math.floor(k / 60)).padStart(2, "0")}:${String(k % 60).padStart(2, "0")}`;

test.each<[string, string | Uint8Array]>([
  ["a recording", encodeWav([Float64Array.of(0, 0.5, 0)], 48_000, 1, "int24")],
  ["columns of numbers", `Time;CH1 (V)\n${rows(40, (k) => `${k};${k / 10}`)}`],
  [
    "a logger's file with date and time",
    `Date,Time,Probe 1 (°C)\n${rows(40, (k) => `2026-11-20,00:${clock(k)},${22 + k / 10}`)}`,
  ],
  [
    "a long one, of which the beginning is looked at",
    `Datum;Uhrzeit;Kühlkörper (°C)\n${rows(3000, (k) => `20.11.2026;${clock(k % 1440)}:00;${22 + k / 100}`)}`,
  ],
])("%s is kept", (_, content) => expect(kept(content)).resolves.toBeUndefined());

test.each<[string, string | Uint8Array, number]>([
  ["a poem", "roses;red\nviolets;blue", 415],
  ["a picture", Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1), 415],
  ["a broken recording", "RIFF....WAVEfmt ", 422],
])("%s is refused", (_, content, status) =>
  expect(kept(content)).rejects.toMatchObject({ status }),
);
