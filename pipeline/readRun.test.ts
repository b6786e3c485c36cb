import { encodeWav } from "@/core/wav";
import { captureText, testOfCaptures } from "@/core/testing/referenceCapture";
import { openFile } from "./openFile";
import { readResponseTables, readRun, type ReadRequest } from "./readRun";

const RATE_HZ = 48_000;
const tone = (volts: number, hertz = 1000) =>
  Float64Array.from(
    { length: RATE_HZ / 2 },
    (_, n) => volts * Math.sin((2 * Math.PI * hertz * n) / RATE_HZ),
  );
const wav = encodeWav([tone(1), tone(20), tone(19)], RATE_HZ, 80, "int24");
const load = { loadOhms: 8, loadOhmsStdUncertainty: 0.01, voltsStdUncertaintyRatio: 0.0025 };
const file = {
  fileName: "a.wav",
  wav,
  fullScaleVolts: 80,
  layout: { outputs: [1, 2], input: 0 },
};
const filesOf = (...files: (typeof file | object)[]): ReadRequest["instrument"] => ({
  kind: "files",
  files: files.map((change) => ({ ...file, ...change })),
  mainsHz: 50,
});
const request: ReadRequest = {
  kind: "gain",
  settings: {},
  instrument: filesOf(file),
  loads: [load, load],
  secondLoads: null,
  ratedWatts: null,
};

test("channels are mapped as the reviewer says: the source, then the outputs", async () => {
  const outcome = await readRun(request);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value.map(({ figures }) => figures[0].value)).toEqual([
    expect.closeTo(20, 4),
    expect.closeTo(19, 4),
  ]);
});

test.each<[string, Partial<ReadRequest>, string]>([
  [
    "a channel that is not there",
    { instrument: filesOf({ layout: { outputs: [7], input: null } }) },
    "channel-mismatch",
  ],
  ["no full scale", { instrument: filesOf({ fullScaleVolts: 0 }) }, "bad-full-scale"],
  ["no file", { instrument: filesOf() }, "no-samples"],
  ["too few loads", { loads: [load] }, "channel-mismatch"],
])("refusal: %s", async (_, change, code) => {
  const outcome = await readRun({ ...request, ...change });
  expect(outcome.ok ? "accepted" : outcome.finding.code).toBe(code);
});

test("a scope's record becomes a recording with its full scale; numbered samples ask for their rate", () => {
  const rows = Array.from(tone(5).subarray(0, 480), (volts, n) => [n, volts]);
  const timed = openFile(
    "scope.csv",
    new TextEncoder().encode(
      ["t (ms),V", ...rows.map(([n, volts]) => `${(1000 * n) / RATE_HZ},${volts}`)].join("\n"),
    ),
    null,
  );
  if (!timed.ok) throw new Error(timed.finding.advice);
  expect(timed.value).toMatchObject({
    channelCount: 1,
    guess: { kind: "spectrum" },
    responseText: null,
  });
  expect(timed.value.fullScaleVolts).toBeCloseTo(6.25, 2);
  const numbered = new TextEncoder().encode(
    ["n,V", ...rows.map((row) => row.join(","))].join("\n"),
  );
  expect(openFile("scope.csv", numbered, null).ok).toBe(false);
  expect(openFile("scope.csv", numbered, RATE_HZ)).toMatchObject({
    ok: true,
    value: { sampleRateHz: RATE_HZ },
  });
});

test("the band that is set is the band that counts", async () => {
  const hissing = Float64Array.from(
    { length: RATE_HZ },
    (_, n) =>
      10 * Math.sin((2 * Math.PI * 1000 * n) / RATE_HZ) +
      0.1 * Math.sin((2 * Math.PI * 12_000 * n) / RATE_HZ),
  );
  const read = async (bandHighHz: number): Promise<number> => {
    const outcome = await readRun({
      ...request,
      kind: "spectrum",
      settings: { bandHighHz },
      instrument: filesOf({
        wav: encodeWav([hissing], RATE_HZ, 80, "float32"),
        layout: { outputs: [0], input: null },
      }),
      loads: [load],
    });
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    return outcome.value[0].figures.find(({ name }) => name === "thd-plus-noise")?.value ?? NaN;
  };
  expect(await read(20_000)).toBeCloseTo(0.01, 4);
  expect(await read(8000)).toBeLessThan(1e-4);
});

test("what is nothing of the kind says so", () => {
  const outcome = openFile("poem.txt", new TextEncoder().encode("no numbers here"), null);
  expect(outcome.ok ? "" : outcome.finding.advice).toMatch(/no columns of numbers/);
});

testOfCaptures("a response as text is read as a run, corners and all", () => {
  const bytes = new TextEncoder().encode(captureText("a_8R2_response.csv"));
  const opened = openFile("a_8R2_response.csv", bytes, null);
  if (!opened.ok) throw new Error(opened.finding.advice);
  expect(opened.value.guess.kind).toBe("response");
  const outcome = readResponseTables([opened.value.responseText ?? ""], {});
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  // Truth: 3 dB down at 9.1812 Hz and 122.15 kHz; the table goes from 10 Hz to 80 kHz.
  const corners = ["low-3-db", "high-3-db"].map((name) =>
    outcome.value[0].figures.find((each) => each.name === name),
  );
  expect(corners).toMatchObject([{ bound: "at-most", value: 10 }, { bound: "at-least" }]);
});

test("readings typed off a meter go the same way as recordings", async () => {
  const typed = (readings: Record<string, number>): ReadRequest => ({
    ...request,
    kind: "clip-search",
    instrument: { kind: "typed", readings: [readings] },
  });
  const outcome = await readRun(typed({ voltsRms: 20 }));
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  // 20 V into 8 ohms.
  expect(outcome.value[0].figures.map(({ value }) => value)).toContainEqual(50);
  expect(await readRun(typed({}))).toMatchObject({ ok: false, finding: { where: "Channel 1" } });
});
