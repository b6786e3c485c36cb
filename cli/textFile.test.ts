import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { analyse } from "./analyse";

const folder = mkdtempSync(join(tmpdir(), "rimebank-text-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const record = (heading: string, scale = 1): string =>
  [
    heading,
    ...Array.from(
      { length: 2000 },
      (_, n) =>
        `${(scale * n) / 100_000},${Math.max(-4, Math.min(4, 5 * Math.sin((2 * Math.PI * 1000 * n) / 100_000)))}`,
    ),
  ].join("\n");

test("a scope's record is read as a clipped tone, its channel by its name", async () => {
  const path = file("clip.csv", record("Time (s),Output A (V)"));
  const found = (await analyse([path, "--as", "clip"])) as {
    sampleRateHz: number;
    channels: { name: string; fundamentalHz: number; flattening: { present: boolean } }[];
  };
  expect(found.sampleRateHz).toBeCloseTo(100_000, 3);
  expect(found.channels).toMatchObject([
    { name: "Output A (V)", fundamentalHz: expect.closeTo(1000, 0), flattening: { present: true } },
  ]);
});

test("a unit that is not certain is asked for, and given with --unit or --rate", async () => {
  const path = file("unit.csv", record("Time,Output A", 1000));
  await expect(analyse([path, "--as", "clip"])).rejects.toThrow(
    "does not state the unit of its time",
  );
  const withUnit = (await analyse([path, "--as", "clip", "--unit", "ms"])) as {
    sampleRateHz: number;
  };
  expect(withUnit.sampleRateHz).toBeCloseTo(100_000, 3);
  const withRate = (await analyse([path, "--as", "clip", "--rate", "100000"])) as {
    sampleRateHz: number;
  };
  expect(withRate.sampleRateHz).toBe(100_000);
  await expect(analyse([path, "--as", "clip", "--unit", "days"])).rejects.toThrow(
    "must be one of s, ms, us, ns",
  );
});

test("a response and a logger's file keep their points and spots", async () => {
  const response = file("r.txt", "Frequency (kHz),Level (dB)\n0.02,-1\n1,0\n20,-0.5\n");
  expect(await analyse([response, "--as", "response"])).toMatchObject({
    channels: [
      {
        points: [
          { frequencyHz: 20, gainDb: expect.closeTo(-1, 9) },
          { frequencyHz: 1000 },
          { frequencyHz: 20_000 },
        ],
      },
    ],
  });
  const log = file("t.csv", "Time (s);Sink (°C);Case (°C)\n0;22,5;21\n60;25;22\n120;27,5;23\n");
  expect(await analyse([log, "--as", "heat-soak"])).toEqual({
    as: "heat-soak",
    spots: [
      {
        name: "Sink",
        points: [
          { seconds: 0, celsius: 22.5 },
          { seconds: 60, celsius: 25 },
          { seconds: 120, celsius: 27.5 },
        ],
      },
      {
        name: "Case",
        points: [
          { seconds: 0, celsius: 21 },
          { seconds: 60, celsius: 22 },
          { seconds: 120, celsius: 23 },
        ],
      },
    ],
  });
  await expect(analyse([response, "--as", "heat-soak"])).rejects.toThrow(
    "no temperature logger's file",
  );
});

test("one silent channel is named, and the other read", async () => {
  const path = file(
    "two.csv",
    [
      "Time (s),A (V),B (V)",
      ...Array.from(
        { length: 2000 },
        (_, n) => `${n / 100_000},${Math.sin((2 * Math.PI * 1000 * n) / 100_000)},0`,
      ),
    ].join("\n"),
  );
  const { channels } = (await analyse([path, "--as", "spectrum"])) as {
    channels: { refused?: string; fundamentalHz?: number }[];
  };
  expect(channels[0].fundamentalHz).toBeCloseTo(1000, 0);
  expect(channels[1].refused).toContain("silent");
});
