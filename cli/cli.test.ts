import { execFileSync, spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, truncateSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { encodeWav } from "@/core/wav";

const ROOT = resolve(__dirname, "..");
const TSX = resolve(ROOT, "node_modules/.bin/tsx");
let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-cli-"))));
afterAll(() => rmSync(folder, { recursive: true }));

const write = (name: string, bytes: Uint8Array | string): string => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};

const run = (...words: string[]) =>
  spawnSync(TSX, ["cli/main.ts", ...words], { cwd: ROOT, encoding: "utf8" });

// 10 V peak at 1 kHz with 1 % third and 0.1 % second harmonic, in 50 ms of 48 kHz, two channels.
const tone = Float64Array.from({ length: 24_000 }, (_, n) => {
  const angle = (2 * Math.PI * n) / 48;
  return 10 * Math.sin(angle) + 0.1 * Math.sin(3 * angle) + 0.01 * Math.sin(2 * angle);
});

test("analyse prints one JSON object with the promised fields, closed form", () => {
  const path = write(
    "tone.wav",
    encodeWav([tone, tone.map((volts) => volts / 2)], 48_000, 20, "int24"),
  );
  const output = execFileSync(
    TSX,
    ["cli/main.ts", "analyse", path, "--full-scale-volts", "20", "--load-ohms", "8R2"],
    { cwd: ROOT, encoding: "utf8" },
  );
  const { sampleRateHz, channels } = JSON.parse(output);
  expect(sampleRateHz).toBe(48_000);
  expect(channels.length).toBe(2);
  const [a, b] = channels;
  expect(a.fundamentalHz).toBeCloseTo(1000, 4);
  expect(a.fundamentalVoltsRms).toBeCloseTo(10 / Math.SQRT2, 5);
  expect(a.powerWatts).toBeCloseTo((100 + 0.01 + 0.0001) / 2 / 8.2, 4);
  expect(a.thdRatio).toBeCloseTo(Math.hypot(0.01, 0.001), 6);
  expect(a.sinadDb).toBeCloseTo(-20 * Math.log10(a.thdPlusNoiseRatio), 9);
  expect(a.harmonicsDbc.slice(0, 2)).toEqual([
    { order: 2, dbc: expect.closeTo(-60, 2) },
    { order: 3, dbc: expect.closeTo(-40, 3) },
  ]);
  expect(a.clipping).toMatchObject({ present: false, firstHalf: null });
  expect(b.voltsRms).toBeCloseTo(a.voltsRms / 2, 6);
});

test("analyse says when the recorder was overdriven", () => {
  const path = write("over.wav", encodeWav([tone], 48_000, 8, "int24"));
  const { channels } = JSON.parse(run("analyse", path, "--full-scale-volts", "8").stdout);
  expect(channels[0].cautions[0]).toContain("overdriven");
});

describe("bad input: exit 2, nothing on standard output, one plain line on standard error", () => {
  test.each<[string, () => string[], string]>([
    ["no command", () => [], "say what to do"],
    ["no file", () => ["analyse"], "give one WAV file"],
    [
      "a file beyond what fits in memory at once",
      () => {
        const path = write("long.wav", "");
        truncateSync(path, 2 ** 31 + 1000);
        return ["analyse", path];
      },
      "up to 2 GiB can be read at once",
    ],
    ["a file that is not there", () => ["analyse", join(folder, "missing.wav")], "cannot read"],
    [
      "a file that is not a WAV",
      () => ["analyse", write("text.wav", "hello, this is not audio")],
      "not a WAV file",
    ],
    [
      "a truncated WAV",
      () => ["analyse", write("cut.wav", encodeWav([tone], 48_000, 20, "int24").slice(0, 5000))],
      "cut short",
    ],
    [
      "a WAV without samples",
      () => ["analyse", write("empty.wav", encodeWav([new Float64Array(0)], 48_000, 20, "int24"))],
      "no samples",
    ],
    [
      "silence",
      () => [
        "analyse",
        write("silence.wav", encodeWav([new Float64Array(48_000)], 48_000, 20, "int24")),
      ],
      "no steady tone",
    ],
    [
      "a zero full scale",
      () => ["analyse", "x.wav", "--full-scale-volts", "0"],
      "--full-scale-volts",
    ],
    ["a negative load", () => ["analyse", "x.wav", "--load-ohms", "-8"], "--load-ohms"],
    ["a band upside down", () => ["analyse", "x.wav", "--band", "20000-20"], "--band"],
    ["an unknown option", () => ["analyse", "x.wav", "--load", "8"], "unknown option --load"],
  ])("%s", (_, words, message) => {
    const { status, stdout, stderr } = run(...words());
    expect(status).toBe(2);
    expect(stdout).toBe("");
    expect(stderr.trim().split("\n").length).toBe(1);
    expect(stderr).toContain(message);
  });
});

test("analyse says in plain words that three samples are too few", () => {
  const path = write("three.wav", encodeWav([Float64Array.of(0, 1, 0)], 48_000, 2, "int24"));
  const { status, stderr } = run("analyse", path);
  expect(status).toBe(2);
  expect(stderr).toBe(
    "rimebank: File: it has only 3 samples; record at least a tenth of a second.\n",
  );
});
