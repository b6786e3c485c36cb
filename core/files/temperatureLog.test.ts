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

describe("headings and columns as loggers of many makes have them", () => {
  const file = (heading: string, row: (k: number) => string): string =>
    [heading, ...Array.from({ length: 8 }, (_, k) => row(k))].join("\n");
  const clock = (k: number) => `10:00:${String(3 * k).padStart(2, "0")}`;

  test.each<[string, string, string[], number]>([
    ["(C)", file("Time (s),Sink (C)", (k) => `${10 * k},${22 + k}`), ["Sink"], 23],
    ["[F]", file("Time [s],Sink [F]", (k) => `${10 * k},${71.6 + 1.8 * k}`), ["Sink"], 23],
    ["glued", file("Time,T1(C),T2(C)", (k) => `${clock(k)},${22 + k},20.5`), ["T1", "T2"], 23],
    [
      "a column that counts rows",
      file("Sample;Zeit;Kanal (°C)", (k) => `${k + 1};25.11.2026 ${clock(k)};${22 + k},5`),
      ["Kanal"],
      23.5,
    ],
    [
      "one without a name that counts them",
      file(",Time (s),Sink (C)", (k) => `${k + 1},${10 * k},${22 + k}`),
      ["Sink"],
      23,
    ],
    [
      "uneven times behind a count",
      file("Reading,Seconds,Sink °C", (k) => `${k + 1},${k * k},${22 + k}`),
      ["Sink"],
      23,
    ],
  ])("%s", (_, text, names, second) => {
    expect(isTemperatureLog(text)).toBe(true);
    const log = readTemperatureLog(text);
    if (!log.ok) throw new Error(log.finding.advice);
    expect(log.value.spots.map(({ name }) => name)).toEqual(names);
    expect(log.value.spots[0].celsius[1]).toBeCloseTo(second, 9);
  });

  test("a temperature that climbs by one degree a row stays one, its heading says so", () => {
    const log = readTemperatureLog(file("Time (s),°C", (k) => `${10 * k},${22 + k}`));
    expect(log.ok && log.value.spots).toHaveLength(1);
  });
});
