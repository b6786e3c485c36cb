// Files as temperature loggers write them; all shapes are invented, each beside the readings that it holds.
import { isTemperatureLog, readTemperatureLog } from ".";

const comma = (value: number, digits = 7): string => value.toFixed(digits).replace(".", ",");

describe("temperature loggers", () => {
  const MINUTES = [0, 1, 2, 3, 4, 5, 6, 7];
  const sink = (minute: number): number => 22 + 5 * minute;
  const pad = (value: number): string => String(value).padStart(2, "0");
  const table = (head: readonly string[], row: (minute: number) => string): string =>
    [...head, ...MINUTES.map(row)].join("\n");
  test.each<[string, string]>([
    [
      "ISO date and time",
      table(["Time,Sink (°C)"], (m) => `2026-11-25 10:${pad(m)}:00,${sink(m)}`),
    ],
    ["ISO with T", table(["timestamp,sink_C"], (m) => `2026-11-25T10:${pad(m)}:00,${sink(m)}`)],
    [
      "German",
      table(["Datum;Uhrzeit;Sink (°C)"], (m) => `25.11.2026;10:${pad(m)}:00;${comma(sink(m), 1)}`),
    ],
    [
      "German, one column",
      table(["Zeit;Sink [°C]"], (m) => `25.11.2026 10:${pad(m)};${comma(sink(m), 1)}`),
    ],
    ["British", table(["Date,Time,Sink (C)"], (m) => `25/11/2026,10:${pad(m)}:00,${sink(m)}`)],
    [
      "American, with halves of the day",
      table(["Date,Time,Sink (°C)"], (m) => `11/25/2026,1:${pad(m)}:00 PM,${sink(m)}`),
    ],
    ["elapsed seconds", table(["Elapsed (s),Sink (°C)"], (m) => `${60 * m},${sink(m)}`)],
    ["elapsed minutes", table(["min;Sink °C"], (m) => `${m};${sink(m)}`)],
    [
      "elapsed hours, minutes and seconds",
      table(["Elapsed;Sink (°C)"], (m) => `00:${pad(m)}:00;${sink(m)}`),
    ],
    ["Fahrenheit", table(["Time (s),Sink (°F)"], (m) => `${60 * m},${(sink(m) * 9) / 5 + 32}`)],
    [
      "Fahrenheit beside each number",
      table(["Time (s),Sink"], (m) => `${60 * m},${((sink(m) * 9) / 5 + 32).toFixed(1)} F`),
    ],
    [
      "numbering and a battery",
      table(["No.,Time (s),Sink (°C),Battery (V)"], (m) => `${m + 1},${60 * m},${sink(m)},3.1`),
    ],
    [
      "humidity",
      table(["Time,Sink (°C),Humidity (%)"], (m) => `2026-11-25 10:${pad(m)}:00,${sink(m)},40`),
    ],
    [
      "past midnight",
      table(
        ["Time,Sink (°C)"],
        (m) => `${pad((23 + Math.floor((57 + m) / 60)) % 24)}:${pad((57 + m) % 60)}:00,${sink(m)}`,
      ),
    ],
    [
      "a preamble",
      table(["Logger,none", "Serial,0", "Time (s);Sink (°C)"], (m) => `${60 * m};${sink(m)}`),
    ],
    ["quotes", table(['"Time (s)","Sink (°C)"'], (m) => `"${60 * m}","${sink(m)}"`)],
    ["tabs", table(["Time (s)\tSink (°C)"], (m) => `${60 * m}\t${sink(m)}`)],
  ])("%s", (_, text) => {
    const outcome = readTemperatureLog(text);
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    expect(outcome.value.spots.map(({ name }) => name.toLowerCase())).toEqual(["sink"]);
    const [{ seconds, celsius }] = outcome.value.spots;
    expect(Array.from(seconds)).toEqual(MINUTES.map((m) => 60 * m));
    celsius.forEach((read, m) => expect(read).toBeCloseTo(sink(m), 1));
    expect(isTemperatureLog(text)).toBe(true);
  });

  test("several probes with gaps: what was not read is left out, and nothing is shifted", () => {
    const outcome = readTemperatureLog(
      table(
        ["Time (s),Left (°C),Right (°C)"],
        (m) => `${60 * m},${m === 3 ? "" : sink(m)},${m < 2 ? "---" : sink(m) + 1}`,
      ),
    );
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    const [left, right] = outcome.value.spots;
    expect(Array.from(left.seconds)).toEqual([0, 60, 120, 240, 300, 360, 420]);
    expect([right.seconds[0], right.celsius[0]]).toEqual([120, 33]);
  });

  test("rows that are not in order of time are put in order", () => {
    const outcome = readTemperatureLog("Time (s),Sink (°C)\n0,22\n120,32\n60,27\n180,37");
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    expect(Array.from(outcome.value.spots[0].celsius)).toEqual([22, 27, 32, 37]);
  });

  test.each<[string, string, RegExp]>([
    [
      "day and month that could be either",
      table(["Date,Time,Sink (°C)"], (m) => `${3 + m}/${3 + m}/2026,10:00:00,${sink(m)}`),
      /may be day\/month/,
    ],
    [
      "time without a unit",
      table(["Time,Sink (°C)"], (m) => `${m},${sink(m)}`),
      /seconds or minutes/,
    ],
    ["no rows", "Time,Sink", /no rows of time/],
  ])("asked for: %s", (_, text, words) => {
    const outcome = readTemperatureLog(text);
    expect(outcome.ok ? "read" : outcome.finding.advice).toMatch(words);
  });
});
