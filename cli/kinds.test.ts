// Every kind of run from the shell: the stimulus it needs is written by the same command, and read back.
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { encodeWav } from "@/core/wav";

const ROOT = resolve(__dirname, "..");
let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-kinds-"))));
afterAll(() => rmSync(folder, { recursive: true }));

const call = (...words: string[]) =>
  spawnSync(resolve(ROOT, "node_modules/.bin/tsx"), ["cli/main.ts", ...words], {
    cwd: ROOT,
    encoding: "utf8",
    maxBuffer: 1e8,
  });
const json = (...words: string[]) => {
  const { stdout, stderr, status } = call(...words);
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout);
};
const made = (kind: string, ...options: string[]): string => {
  const out = join(folder, `${kind}.wav`);
  json("stimulus", kind, "--out", out, ...options);
  return out;
};

test("spectrum, clip and third-octave of a sine", () => {
  const file = made("sine", "--seconds", "1", "--level", "0.8");
  const [spectrum] = json("analyse", file, "--as", "spectrum", "--full-scale-volts", "10").channels;
  // The fades take a little of the root mean square, nothing of the frequency.
  expect(spectrum.fundamentalHz).toBeCloseTo(1000, 3);
  expect(spectrum.summary).toContain("no clipping");
  expect(json("analyse", file, "--as", "clip").channels[0].flattening.present).toBe(false);
  const bands = json("analyse", file, "--as", "third-octave").channels[0].bands;
  expect(
    bands.reduce((best: { voltsRms: number }, band: { voltsRms: number }) =>
      band.voltsRms > best.voltsRms ? band : best,
    ).midHz,
  ).toBeCloseTo(1000, 6);
});

test("sweep: levels, and an end by input drive", () => {
  const file = made("level-sweep", "--seconds", "3", "--steps", "20");
  const [channel] = json(
    "analyse",
    file,
    "--as",
    "sweep",
    "--full-scale-volts",
    "40",
    "--load-ohms",
    "8R2",
  ).channels;
  expect(channel.steps.length).toBe(20);
  expect(channel.steps[19].powerWatts).toBeCloseTo(20 ** 2 / 2 / 8.2, 2);
  expect(channel.stop.reason).toBe("input-drive");
  expect(channel.powerAt["1 % THD+N"].status).toBe("at-least");
});

test("burst, intermodulation, multitone", () => {
  const [burst] = json(
    "analyse",
    made("burst-20-ms"),
    "--as",
    "burst",
    "--full-scale-volts",
    "20",
  ).channels;
  expect(burst.burstPowerWatts).toBeCloseTo(10 ** 2 / 2 / 8, 2);
  const [difference] = json(
    "analyse",
    made("intermodulation-difference", "--seconds", "1"),
    "--as",
    "intermodulation-difference",
  ).channels;
  expect(difference.d2Ratio).toBeLessThan(1e-6);
  const [modulation] = json(
    "analyse",
    made("intermodulation-modulation", "--seconds", "1"),
    "--as",
    "intermodulation-modulation",
  ).channels;
  expect(modulation.lowVoltsPeak / modulation.highVoltsPeak).toBeCloseTo(4, 1);
  const [multitone] = json(
    "analyse",
    made("multitone", "--seconds", "5"),
    "--as",
    "multitone",
  ).channels;
  expect(multitone.freeRangeBits).toBeGreaterThan(18);
});

test("response, stepped and swept: a wire is flat", () => {
  const stepped = json(
    "analyse",
    made("frequency-steps", "--points-per-decade", "5"),
    "--as",
    "response",
  ).channels[0];
  expect(stepped.points.length).toBe(16);
  expect(
    Math.max(
      ...stepped.points.map(({ relativeDb }: { relativeDb: number }) => Math.abs(relativeDb)),
    ),
  ).toBeLessThan(0.01);
  const swept = json(
    "analyse",
    made("log-sweep", "--seconds", "2"),
    "--as",
    "response",
    "--sweep",
    "10-22000",
    "--sweep-seconds",
    "2",
    "--input-volts-peak",
    "0.5",
  ).channels[0];
  expect(
    Math.max(
      Math.abs(swept.deviation20To20k.highestRatio - 1),
      Math.abs(swept.deviation20To20k.lowestRatio - 1),
    ),
  ).toBeLessThan(0.01);
});

test("noise and crosstalk", () => {
  const [noise] = json(
    "analyse",
    made("pink-noise", "--seconds", "2", "--level", "0.01"),
    "--as",
    "noise",
    "--rated-volts",
    "20",
  ).channels;
  expect(noise.ratios.a.reRated * noise.voltsRms.a).toBeCloseTo(20, 6);
  const left = Float64Array.from({ length: 48_000 }, (_, n) => Math.sin((2 * Math.PI * n) / 48));
  const file = join(folder, "stereo.wav");
  writeFileSync(file, encodeWav([left.map((value) => value / 1000), left], 48_000, 2, "int24"));
  const talk = json("analyse", file, "--as", "crosstalk");
  expect(talk).toMatchObject({
    drivenChannel: 1,
    channels: [{ channel: 0, crosstalkDb: expect.closeTo(-60, 2) }],
  });
});

test("claim: what is missing is said", () => {
  expect(json("claim", "MAX 300W x 2")).toMatchObject({
    claims: [{ testable: false, powerClaim: null }],
    unread: [],
  });
  expect(
    json("claim", "50 W per channel into 8 ohms, both channels driven, 0.5 % THD").claims[0],
  ).toMatchObject({ testable: true, powerClaim: { powerWatts: 50, channelsDriven: 2 } });
});

test.each<[string, string[], string]>([
  ["an unknown run", ["analyse", "x.wav", "--as", "guess"], "--as is"],
  ["an unknown stimulus", ["stimulus", "warble", "--out", "x.wav"], "stimulus KIND"],
  ["a level above full scale", ["stimulus", "sine", "--out", "x.wav", "--level", "2"], "--level"],
  [
    "a tone above half the sample rate",
    ["stimulus", "sine", "--out", "x.wav", "--frequency", "30k"],
    "frequencyHz",
  ],
  ["no claim", ["claim"], "give the printed text"],
])("refusal: %s", (_, words, message) => {
  const { status, stdout, stderr } = call(...words);
  expect([status, stdout]).toEqual([2, ""]);
  expect(stderr).toContain(message);
});

test("the README names every kind of run and every stimulus", () => {
  const readme = readFileSync(join(__dirname, "README.md"), "utf8");
  for (const known of [
    call("analyse", "x.wav", "--as", "?").stderr.split("one of ")[1],
    call("stimulus", "?").stderr.split("one of ")[1],
  ])
    for (const name of known.trim().split(", ")) expect(readme).toContain(`\`${name}\``);
});
