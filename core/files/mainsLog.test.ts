import { isMainsLog, readMainsLog } from ".";

// Shapes in which meters write: common practice; the values are made up.
test.each([
  [
    "date and time, units in brackets",
    "Date,Time,Voltage (V),Current (A),Power (W),Power factor\n2026-11-28,10:00:00,230.1,0.21,28.4,0.59\n2026-11-28,10:00:01,230.0,0.21,28.5,0.59\n2026-11-28,10:00:02,229.9,0.22,28.6,0.58",
    [28.4, 28.5, 28.6],
    0.21,
    230.1,
  ],
  [
    "semicolons and decimal commas, German",
    "Zeit;Spannung;Strom;Wirkleistung;Scheinleistung\n0;230,1;0,21;28,4;48,3\n1;230,0;0,21;28,5;48,3\n2;230,0;0,21;28,6;48,4",
    [28.4, 28.5, 28.6],
    0.21,
    230.1,
  ],
  [
    "tabs, unit beside each number, energy as well",
    "t\tEnergy kWh\tPower\n10:00\t0.01\t120 W\n10:01\t0.02\t121 W\n10:02\t0.02\t119.5 W",
    [120, 121, 119.5],
    null,
    null,
  ],
  [
    "thousands in quotes, as spreadsheets group them",
    'Time,Power (W)\n10:00,"1,204.5"\n10:01,"1,210"\n10:02,998',
    [1204.5, 1210, 998],
    null,
    null,
  ],
  [
    "kilowatts after some lines of preamble",
    "Meter 7\nInterval 1 s\nseconds,active power_kW\n0,1.2\n1,1.25\n2,1.3",
    [1200, 1250, 1300],
    null,
    null,
  ],
])("%s", (...[, text, watts, amperes, volts]) => {
  expect(isMainsLog(text)).toBe(true);
  const log = readMainsLog(text);
  if (!log.ok) throw new Error(log.finding.advice);
  expect([...log.value.watts]).toEqual(watts.map((value) => expect.closeTo(value, 9)));
  expect(log.value.amperes?.[0] ?? null).toBe(amperes);
  expect(log.value.volts?.[0] ?? null).toBe(volts);
});

test.each([
  ["temperatures", "Time,Probe 1 (°C)\n10:00,22\n10:01,23\n10:02,24"],
  ["a scope's record", "Time (s),CH1 (V)\n0,1\n1e-5,2\n2e-5,3"],
  [
    "temperatures with the power beside them",
    "Time (s),Heat sink (°C),Power (W)\n0,22,60\n60,25,60\n120,28,60",
  ],
  [
    "a scope's record with its product",
    "Time (s),CH1 (V),CH2 (A),MATH (W)\n0,1,1,1\n1e-5,2,1,2\n2e-5,3,1,3",
  ],
  ["a response", "Frequency (Hz),Level (dB)\n20,0\n200,0\n2000,0"],
  ["a word of power over words", "Power,State\non,good\noff,good"],
])("%s are no mains meter's log", (_, text) => expect(isMainsLog(text)).toBe(false));

test("what is too short says so", () => {
  const log = readMainsLog("Time,Power (W)\n0,20\n1,");
  expect(log).toMatchObject({ ok: false, finding: { code: "too-short" } });
});
