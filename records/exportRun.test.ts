import Papa from "papaparse";
import { readResponseText } from "@/core/files";
import { runAsCsv, runAsJson, runAsResponseText, runConditions } from ".";
import { channelOf, figureOf, measuredRun } from "./testing/measuredRun";
import { amplifier, load, runOf } from "./testing/run";

test("CSV: one line a channel and level, units in the names, read back as it was", () => {
  const { data, errors, meta } = Papa.parse<Record<string, string>>(runAsCsv(runOf([60, 55])), {
    header: true,
  });
  expect(errors).toEqual([]);
  expect(data.length).toBe(6);
  expect(meta.fields).toEqual([
    "channel",
    "level",
    "load_ohms",
    "volts_rms",
    "power_watts",
    "power_watts_std_uncertainty",
    "thd_ratio",
    "thd_plus_noise_ratio",
    "tops_flatten",
    "frequency_hz",
    "start_seconds",
    "nominal_ohms",
    "channels_driven",
    "setting",
  ]);
  expect(data.map(({ channel, level }) => `${channel}${level}`)).toEqual([
    "A1",
    "A2",
    "A3",
    "B1",
    "B2",
    "B3",
  ]);
  expect(Number(data[4].power_watts)).toBe(55);
  expect(data.map(({ tops_flatten }) => tops_flatten)).toEqual([
    "no",
    "no",
    "both",
    "no",
    "no",
    "both",
  ]);
});

test("CSV names the channel that was measured, not its place in the file", () => {
  const run = runOf([60]);
  const second = {
    ...run,
    conditions: {
      ...run.conditions,
      channels: [{ ...run.conditions.channels[0], channelIndex: 1 }],
    },
  };
  expect(runAsCsv(second).split("\n")[1].startsWith("B,1,")).toBe(true);
});

test("JSON: format, version, amplifier and the whole run", () => {
  const run = runOf([60, 55]);
  expect(JSON.parse(runAsJson(amplifier, run))).toEqual({
    format: "rimebank-run",
    formatVersion: 2,
    amplifier,
    run,
  });
});

describe("runConditions", () => {
  const facts = {
    load,
    channelsDriven: 2,
    fullScaleVolts: 80,
    mainsHz: 50,
    voltsAccuracyRatio: 0.01,
  };

  test("stated accuracies of about 95 % become standard uncertainties", () => {
    const { channels, nominalOhms, band } = runConditions(facts);
    expect(channels).toEqual([
      {
        channelIndex: 0,
        loadOhms: 8.21,
        loadOhmsStdUncertainty: 0.01,
        voltsStdUncertaintyRatio: 0.005,
      },
      {
        channelIndex: 1,
        loadOhms: 8.18,
        loadOhmsStdUncertainty: 0.02,
        voltsStdUncertaintyRatio: 0.005,
      },
    ]);
    expect([nominalOhms, band]).toEqual([8, { lowHz: 20, highHz: 20_000 }]);
  });

  test("a recording of the second channel alone gets the second channel's load", () => {
    expect(runConditions({ ...facts, places: [1] }).channels).toMatchObject([
      { channelIndex: 1, loadOhms: 8.18 },
    ]);
  });

  test("channels that the load does not have are left out, for the analysis to report", () => {
    expect(runConditions({ ...facts, places: [0, 1, 2, 3] }).channels.length).toBe(2);
  });
});

test("words that a spreadsheet would take for a formula are given as text", () => {
  const formula = '=HYPERLINK("http://elsewhere.example")';
  const figure = { ...figureOf("sinad", "level-ratio", 100), label: formula };
  const csv = runAsCsv(measuredRun("spectrum", [channelOf([figure])]));
  expect(csv).not.toMatch(/(^|,|")=/m);
  expect(csv).toContain(`'=HYPERLINK`);
});

test("a response as text is read in again as it was: frequency, level and phase", () => {
  const run = runOf([60]);
  const curve = (name: string, y: "level-ratio" | "radians", values: readonly number[]) => ({
    name,
    label: name,
    x: "hertz" as const,
    y,
    points: [20, 1000, 20_000].map((hertz, k) => [hertz, values[k]] as const),
  });
  const response = {
    ...run,
    result: {
      ...run.result,
      channels: [
        {
          ...run.result.channels[0],
          curves: [
            curve("magnitude-run", "level-ratio", [0.9, 1, 0.5]),
            curve("phase-run", "radians", [0.4, 0, -1.2]),
          ],
        },
      ],
    },
  };
  const read = readResponseText(runAsResponseText(response, 0) ?? "");
  if (!read.ok) throw new Error(read.finding.advice);
  read.value.forEach(({ frequencyHz, ratio, phaseRadians }, k) => {
    expect(frequencyHz).toBe([20, 1000, 20_000][k]);
    expect(ratio).toBeCloseTo([0.9, 1, 0.5][k], 4);
    expect(phaseRadians).toBeCloseTo([0.4, 0, -1.2][k], 4);
  });
  expect(runAsResponseText(run, 0)).toBeNull();
  expect(runAsResponseText(response, 5)).toBeNull();
});
