// Every kind of run that the application has, from the shell: played on the simulated bench, and read again from its own recordings.
import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ChannelResult } from "@/core/run";
import { RUN_KIND_NAMES } from "@/core/run";
import { analyse } from "./analyse";
import { simulate } from "./simulate";

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-every-"))));
afterAll(() => rmSync(folder, { recursive: true }));

/** Played in a form of their own, which other tests look at; a sound level is typed. */
const ELSEWHERE = [
  "spectrum",
  "power-sweep",
  "burst",
  "response",
  "multitone",
  "noise",
  "crosstalk",
  "heat-soak",
  "listening-level",
];
const COMMON = RUN_KIND_NAMES.filter((kind) => !ELSEWHERE.includes(kind));

type Played = {
  files: string[];
  conditions: { loadOhms: number[]; recordings: { fullScaleVolts: number }[] };
  result: { channels: ChannelResult[] };
};

const play = (kind: string, ...more: string[]): Promise<Played> =>
  simulate([
    "home-class-ab",
    "--run",
    kind,
    "--out",
    join(folder, kind),
    "--rate",
    "48000",
    ...more,
  ]) as Promise<Played>;

test.each(COMMON)("%s is played, written and read", async (kind) => {
  const { files, conditions, result } = await play(kind);
  expect(files.every(existsSync)).toBe(true);
  expect(files.filter((file) => file.endsWith(".wav")).length).toBe(conditions.recordings.length);
  expect(JSON.parse(readFileSync(join(folder, kind, "result.json"), "utf8"))).toEqual(
    JSON.parse(JSON.stringify(result)),
  );
  for (const { figures, stop, summary } of result.channels) {
    expect(figures.length).toBeGreaterThan(0);
    expect(stop.evidence).not.toBe("");
    expect(summary).not.toBe("");
  }
});

// What needs no knowledge of the stimulus comes out the same from the file alone.
test.each(["line-output", "staying-power"] as const)(
  "%s read from its recordings is what was read while it played",
  async (kind) => {
    const { files, conditions, result } = await play(kind);
    const wavs = files.filter((file) => file.endsWith(".wav"));
    const [{ fullScaleVolts }] = conditions.recordings;
    const { channels } = (await analyse([
      ...wavs,
      "--as",
      kind,
      "--full-scale-volts",
      String(fullScaleVolts),
      "--load-ohms",
      String(conditions.loadOhms[0]),
    ])) as { channels: ChannelResult[] };
    const [read, played] = [channels[0].figures[0], result.channels[0].figures[0]];
    expect(read.name).toBe(played.name);
    expect((read.value ?? 0) / (played.value ?? 1)).toBeCloseTo(1, 2);
  },
);

test("settings of a run are given by name, and what it does not have is told", async () => {
  const { conditions } = (await play("staying-power", "--set", "frequencyHz=200")) as Played & {
    conditions: { settings: Record<string, unknown> };
  };
  expect(conditions.settings.frequencyHz).toBe(200);
  await expect(async () => play("staying-power", "--set", "colour=green")).rejects.toThrow(
    '--set names "colour"',
  );
  await expect(async () => play("staying-power", "--set", "frequencyHz=1e9")).rejects.toThrow(
    "it must be a number from",
  );
});

test("what cannot be read from a recording is refused with what to do", async () => {
  const { files } = await play("staying-power");
  const wav = files.find((file) => file.endsWith(".wav")) ?? "";
  await expect(analyse([wav, "--as", "listening-level"])).rejects.toThrow("sound level meter");
});
