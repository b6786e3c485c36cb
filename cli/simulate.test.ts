import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { openFile } from "@/pipeline/openFile";
import { analyse } from "./analyse";
import { simulate } from "./simulate";

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-simulate-"))));
afterAll(() => rmSync(folder, { recursive: true }));

const run = (kind: string, ...more: string[]) =>
  simulate([
    "home-class-ab",
    "--run",
    kind,
    "--out",
    join(folder, kind),
    "--rate",
    "48000",
    ...more,
  ]) as {
    files: string[];
    conditions: { fullScaleVolts: number; loadOhms: number[] };
    result: Record<string, unknown>;
  };

test.each([
  "spectrum",
  "sweep",
  "clip",
  "burst",
  "response",
  "intermodulation-difference",
  "intermodulation-modulation",
  "multitone",
  "noise",
  "crosstalk",
  "third-octave",
])("%s: captures, conditions, result and what the bench knows are written", (kind) => {
  // 80 kHz is the top of the response run; its converter must be quick enough.
  const { files, result } =
    kind === "response"
      ? run(kind, "--rate", "192000")
      : run(kind, "--seconds", kind === "multitone" ? "3" : "1.2");
  for (const file of files) expect(existsSync(file)).toBe(true);
  expect(files.map((file) => file.slice(join(folder, kind).length + 1))).toEqual([
    `${kind}.wav`,
    "conditions.json",
    "result.json",
    "bench.json",
  ]);
  expect(JSON.parse(readFileSync(files[2], "utf8"))).toEqual(JSON.parse(JSON.stringify(result)));
});

test("the result is what analyse finds in the file, given the conditions: nothing else reaches it", async () => {
  const { files, conditions, result } = run("spectrum");
  const again = (await analyse([
    files[0],
    "--as",
    "spectrum",
    "--full-scale-volts",
    String(conditions.fullScaleVolts),
    "--load-ohms",
    String(conditions.loadOhms[0]),
  ])) as { channels: object[] };
  expect(again.channels).toEqual(result.channels);
});

test("a rig of one's own; the same seed writes the same bytes", () => {
  const rig = join(folder, "rig.json");
  writeFileSync(
    rig,
    JSON.stringify({
      name: "Mine",
      stage: { kind: "class-d" },
      supply: { kind: "brick" },
      loads: [
        {
          kind: "parallel",
          parts: [
            { kind: "resistor", ohms: 8 },
            { kind: "resistor", ohms: 8 },
          ],
        },
      ],
    }),
  );
  const wav = (name: string, seed: string) => {
    const { files, conditions } = simulate([
      rig,
      "--run",
      "spectrum",
      "--seconds",
      "0.5",
      "--out",
      join(folder, name),
      "--seed",
      seed,
    ]) as { files: string[]; conditions: { loadOhms: number[] } };
    expect(conditions.loadOhms).toEqual([4, 4]);
    return readFileSync(files[0]);
  };
  expect(wav("a", "3").equals(wav("b", "3"))).toBe(true);
  expect(wav("c", "3").equals(wav("d", "4"))).toBe(false);
});

test("heat soak: temperatures over an hour, from a few seconds of electrical simulation", () => {
  const { result } = simulate([
    "vintage-class-ab",
    "--run",
    "heat-soak",
    "--seconds",
    "3600",
    "--level",
    "0.3",
    "--out",
    join(folder, "soak"),
  ]) as { result: { hottestSinkCelsius: number; end: { seconds: number } } };
  expect(result.end.seconds).toBeGreaterThanOrEqual(3600);
  expect(result.hottestSinkCelsius).toBeGreaterThan(35);
});

test.each<[string, string[], string]>([
  ["no run", ["home-class-ab", "--out", "x"], "KIND is one of spectrum"],
  [
    "an unknown run",
    ["home-class-ab", "--run", "listening", "--out", "x"],
    "KIND is one of spectrum",
  ],
  ["no folder", ["home-class-ab", "--run", "sweep"], "--out DIR"],
  [
    "a rig that is not there",
    ["nowhere.json", "--run", "sweep", "--out", "x"],
    "cannot read nowhere.json",
  ],
  [
    "more channels than it has",
    ["home-class-ab", "--run", "sweep", "--out", "x", "--channels", "3"],
    "this rig has 2",
  ],
  [
    "an unknown burst",
    ["home-class-ab", "--run", "burst", "--out", "x", "--burst", "1-s"],
    '--burst is "1-s"',
  ],
  [
    "a rate that no converter has",
    ["home-class-ab", "--run", "sweep", "--out", "x", "--rate", "1M"],
    "sampleRateHz is 1000000",
  ],
  [
    "hours at full rate",
    ["home-class-ab", "--run", "spectrum", "--out", "x", "--seconds", "400"],
    "at most 180 s",
  ],
])("refusal: %s", (_, words, text) => expect(() => simulate(words)).toThrow(text));

test("refusal: a rig file that is not JSON, or holds a wrong number", () => {
  const path = join(folder, "bad.json");
  writeFileSync(path, "{ name: ");
  expect(() => simulate([path, "--run", "sweep", "--out", folder])).toThrow("is not JSON");
  writeFileSync(path, JSON.stringify({ supply: { kind: "linear", reservoirFarads: -1 } }));
  expect(() => simulate([path, "--run", "sweep", "--out", folder])).toThrow(
    "supply.reservoirFarads is -1",
  );
});

test.each([
  ["spectrum", "spectrum", null],
  ["sweep", "power-sweep", null],
  ["response", "response", 0],
  ["crosstalk", "crosstalk", null],
] as const)(
  "%s: the recording itself says what it is, for whoever opens it",
  (kind, opensAs, input) => {
    const { files, conditions } = run(kind, ...(kind === "response" ? ["--rate", "192000"] : []));
    const opened = openFile("it.wav", Uint8Array.from(readFileSync(files[0])), null);
    expect(opened).toMatchObject({
      ok: true,
      value: {
        guess: { kind: opensAs, because: expect.stringContaining("as stored with the recording") },
        fullScaleVolts: conditions.fullScaleVolts,
        note: {
          loadOhms: conditions.loadOhms,
          outputs: conditions.loadOhms.map((_, k) => k + (input === null ? 0 : 1)),
          input,
          channelsDriven: kind === "crosstalk" ? 1 : conditions.loadOhms.length,
        },
      },
    });
  },
);
