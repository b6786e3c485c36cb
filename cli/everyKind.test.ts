// Every kind of run that the application has, from the shell: played on the simulated bench, and read again from its own recordings.
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ChannelResult } from "@/core/run";
import { encodeWav } from "@/core/wav";
import { RUN_KIND_NAMES } from "@/core/run";
import { analyse } from "./analyse";
import { simulate } from "./simulate";

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-every-"))));
afterAll(() => rmSync(folder, { recursive: true }));

/** Played in a form of their own, which other tests look at; here in the one form, for which they are asked. */
const DOCUMENTED = [
  "spectrum",
  "power-sweep",
  "burst",
  "response",
  "multitone",
  "noise",
  "crosstalk",
  "heat-soak",
];
/** All but the sound level, which is typed. */
const PLAYED = RUN_KIND_NAMES.filter((kind) => kind !== "listening-level");
/** Settings that keep a run short; what is checked does not depend on them. */
const SHORT: Record<string, readonly string[]> = {
  "heat-soak": ["--set", "minutes=2"],
  response: ["--set", "pointsPerDecade=5"],
  crosstalk: ["--set", "pointsPerDecade=2"],
  burst: ["--set", "burst=20-ms"],
};

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

test.each(PLAYED)("%s is played, written and read in the one form", async (kind) => {
  const { files, conditions, result } = await play(
    kind,
    ...(DOCUMENTED.includes(kind) ? ["--form", "run"] : []),
    ...(SHORT[kind] ?? []),
  );
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

test.each([
  ["noise", "noise"],
  ["spectrum", "spectrum"],
  ["power-sweep", "power-sweep"],
  ["sweep", "power-sweep"],
] as const)("--as %s --form run reads a recording as the application does", async (asked, kind) => {
  const { files, conditions, result } = await play(kind, "--form", "run");
  const wav = files.find((file) => file.endsWith(".wav")) ?? "";
  const common = ["--full-scale-volts", String(conditions.recordings[0].fullScaleVolts)];
  const loads = ["--load-ohms", String(conditions.loadOhms[0])];
  const read = (await analyse([wav, "--as", asked, "--form", "run", ...common, ...loads])) as {
    as: string;
    channels: ChannelResult[];
  };
  expect(read.as).toBe(kind);
  const [here, there] = [read.channels[0], result.channels[0]].map(({ figures }) =>
    figures.map(({ name }) => name),
  );
  expect(here).toEqual(there);
  const [found, played] = [read, result].map(({ channels }) => channels[0].figures[0].value);
  expect((found ?? 0) / (played ?? 1)).toBeCloseTo(1, 3);
});

test.each([
  ["spectrum", "thd-plus-noise", ["--form", "run"]],
  ["line-output", "thd-plus-noise", []],
] as const)(
  "--as %s counts noise inside --band, as its answer says that it does",
  async (kind, figure, more) => {
    const rateHz = 48_000;
    const volts = Float64Array.from(
      { length: rateHz },
      (_, n) =>
        Math.sin((2 * Math.PI * 1000 * n) / rateHz) +
        0.1 * Math.sin((2 * Math.PI * 12_300 * n) / rateHz),
    );
    const wav = join(folder, "whistling.wav");
    writeFileSync(wav, encodeWav([volts], rateHz, 2, "float32"));
    const within = async (band: string): Promise<number> => {
      const read = (await analyse([wav, "--as", kind, "--band", band, ...more])) as {
        channels: ChannelResult[];
      };
      return read.channels[0].figures.find(({ name }) => name.startsWith(figure))?.value ?? NaN;
    };
    // Over the total: a tenth of the tone beside it.
    expect(await within("20-20000")).toBeCloseTo(0.1 / Math.hypot(1, 0.1), 3);
    expect(await within("20-8000")).toBeLessThan(1e-4);
  },
);

test.each([
  [
    () => analyse(["a.wav", "--as", "multitone", "--form", "run", "--period-seconds", "2"]),
    "--period-seconds",
  ],
  [() => play("noise", "--form", "run", "--seconds", "2"), "--seconds"],
  [() => play("spectrum", "--form", "run", "--level", "0.1"), "--level"],
])(
  "an option of the documented form is not passed over in the one form (%#)",
  async (call, option) => {
    await expect(async () => call()).rejects.toThrow(
      `${option} applies to the documented form only`,
    );
  },
);

test("a form that there is not, one without a kind, and a scope's record in it are refused with what to do", async () => {
  await expect(analyse(["a.wav", "--as", "noise", "--form", "long"])).rejects.toThrow(
    '--form is "long"; it can only be run',
  );
  await expect(analyse(["a.wav", "--form", "run"])).rejects.toThrow("goes with a kind: --as KIND");
  const scope = join(folder, "scope.csv");
  const rows = Array.from({ length: 500 }, (_, n) => `${n / 48_000},${Math.sin(n / 5).toFixed(5)}`);
  writeFileSync(scope, ["Time (s),CH1 (V)", ...rows].join("\n"));
  await expect(analyse([scope, "--as", "spectrum", "--form", "run"])).rejects.toThrow(
    "--form run takes WAV files; leave it out",
  );
});

test("settings of a run are given by name, and what it does not have is reported", async () => {
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
