// Tables as scopes, response programs and loggers write them; all shapes are invented, each beside the recording that it holds.
import fc from "fast-check";
import {
  decodeText,
  isResponseText,
  isTemperatureLog,
  readResponseText,
  readScopeRecord,
  readTemperatureLog,
} from ".";

const RATE_HZ = 100_000;
const COUNT = 200;
const volts = (n: number): number => 5 * Math.sin((2 * Math.PI * 1000 * n) / RATE_HZ);
const lines = (head: readonly string[], row: (n: number) => string): string =>
  [...head, ...Array.from({ length: COUNT }, (_, n) => row(n))].join("\n");
const t = (n: number): number => n / RATE_HZ;
const comma = (value: number, digits = 7): string => value.toFixed(digits).replace(".", ",");

describe("scopes' records", () => {
  test.each<[string, string]>([
    ["time and volts, points", lines(["Time (s),CH1 (V)"], (n) => `${t(n)},${volts(n)}`)],
    [
      "exponents",
      lines(["Second,Volt"], (n) => `${t(n).toExponential(8)},${volts(n).toExponential(6)}`),
    ],
    ["no heading at all", lines([], (n) => `${t(n)}\t${volts(n)}`)],
    [
      "semicolons, decimal commas",
      lines(["Zeit (s);Spannung (V)"], (n) => `${comma(t(n))};${comma(volts(n))}`),
    ],
    [
      "tabs, decimal commas",
      lines(["Temps (s)\tTension (V)"], (n) => `${comma(t(n))}\t${comma(volts(n))}`),
    ],
    [
      "milliseconds, square brackets",
      lines(["Zeit [ms];Kanal A [V]"], (n) => `${comma(1000 * t(n))};${comma(volts(n))}`),
    ],
    ["microseconds", lines(["t (µs),A (V)"], (n) => `${1e6 * t(n)},${volts(n)}`)],
    ["us and mV", lines(["time_us,ch1_mV"], (n) => `${1e6 * t(n)},${1000 * volts(n)}`)],
    ["kilovolts", lines(["Time (s),Probe (kV)"], (n) => `${t(n)},${volts(n) / 1000}`)],
    ["microvolts", lines(["Time (ms),Probe (uV)"], (n) => `${1000 * t(n)},${1e6 * volts(n)}`)],
    ["bars", lines(["Time (s)|CH1 (V)"], (n) => `${t(n)}|${volts(n)}`)],
    ["spaces", lines(["time_s volts"], (n) => `${t(n).toExponential(6)}   ${volts(n)}`)],
    ["quotes around all", lines(['"Time (s)","CH1 (V)"'], (n) => `"${t(n)}","${volts(n)}"`)],
    [
      "quoted decimal commas",
      lines(['"Zeit (s)","A (V)"'], (n) => `"${comma(t(n))}","${comma(volts(n))}"`),
    ],
    ["a line of units", lines(["Time,Channel A", "(ms),(V)"], (n) => `${1000 * t(n)},${volts(n)}`)],
    [
      "a line of units, bare",
      lines(["Time,Channel A", "ms,mV"], (n) => `${1000 * t(n)},${1000 * volts(n)}`),
    ],
    [
      "start and increment beside the names",
      lines(["X,CH1,Start,Increment", "Sequence,Volt,-2.5e-03,1.0e-05"], (n) => `${n},${volts(n)}`),
    ],
    [
      "sample numbers, rate in MSa/s",
      lines(["Sample rate: 0.1 MSa/s", "n,CH1(V)"], (n) => `${n},${volts(n)}`),
    ],
    [
      "sample numbers, rate in kS/s",
      lines(["Sampling Rate,100 kS/s", "n,CH1(V)"], (n) => `${n},${volts(n)}`),
    ],
    [
      "sample numbers, rate in Hz",
      lines(["Sample Frequency = 1.0e5", "n;V"], (n) => `${n};${volts(n)}`),
    ],
    [
      "sample numbers, interval",
      lines(["Sample Interval,1.00e-05", "n,V"], (n) => `${n},${volts(n)}`),
    ],
    ["an interval in µs", lines(["Sample interval: 10 us", "n,V"], (n) => `${n},${volts(n)}`)],
    ["dt in a remark", lines(["# dt=1e-5", "# volts"], (n) => `${volts(n)}`)],
    ["one column with its rate", lines(["Sample Rate,100000", "CH1 (V)"], (n) => `${volts(n)}`)],
    [
      "a unit of time in the preamble",
      lines(["Time Unit: ms", "Time,CH1"], (n) => `${1000 * t(n)},${volts(n)}`),
    ],
    [
      "settings beside the numbers",
      lines(["Record Length,200,,Time (s),CH1 (V)"], (n) =>
        n === 3 ? `Probe,10,,${t(n)},${volts(n)}` : `,,,${t(n)},${volts(n)}`,
      ),
    ],
    [
      "a second column of time",
      lines(["Time (s),CH1 (V),Time (s)"], (n) => `${t(n)},${volts(n)},${t(n)}`),
    ],
    [
      "a current beside it",
      lines(["Time (s),CH1 (V),CH2 (A)"], (n) => `${t(n)},${volts(n)},${0.3 * volts(n)}`),
    ],
    ["numbers, time and volts", lines(["#,Time (s),CH1 (V)"], (n) => `${n},${t(n)},${volts(n)}`)],
    ["time before the trigger", lines(["Time (s),CH1 (V)"], (n) => `${t(n) - 0.001},${volts(n)}`)],
    ["the time that follows the volts", lines(["CH1 (V),Time (s)"], (n) => `${volts(n)},${t(n)}`)],
    [
      "Windows line ends and a trailing comma",
      lines(["Time (s),CH1 (V),"], (n) => `${t(n)},${volts(n)},`).replaceAll("\n", "\r\n"),
    ],
    [
      "a preamble of settings",
      lines(
        ["Model,none", "Firmware,0.0", "Points,200", "Horizontal Units,S", "Time (s),CH1 (V)"],
        (n) => `${t(n)},${volts(n)}`,
      ),
    ],
    ["Italian", lines(["Tempo (s);Tensione (V)"], (n) => `${comma(t(n))};${comma(volts(n))}`)],
    ["Dutch", lines(["Tijd (ms);Spanning (V)"], (n) => `${comma(1000 * t(n))};${comma(volts(n))}`)],
  ])("%s", (_, text) => {
    const outcome = readScopeRecord(text);
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    const { channels, sampleRateHz } = outcome.value;
    expect(sampleRateHz / RATE_HZ).toBeCloseTo(1, 3);
    expect(channels.length).toBe(1);
    expect(channels[0].length).toBe(COUNT);
    channels[0].forEach((value, n) => expect(value).toBeCloseTo(volts(n), 4));
  });

  test.each<[string, string, RegExp]>([
    [
      "a unit that is not said, and could be two",
      lines(["Time,CH1"], (n) => `${1000 * t(n)},${volts(n)}`),
      /does not state the unit of its time/,
    ],
    [
      "sample numbers without a rate",
      lines(["n,CH1"], (n) => `${n},${volts(n)}`),
      /Enter the sample rate/,
    ],
    [
      "one column without a rate",
      lines(["CH1 (V)"], (n) => `${volts(n)}`),
      /Enter the sample rate/,
    ],
    [
      "a rate at which nothing could be heard",
      lines(["Time (s),CH1 (V)"], (n) => `${n * 60},${volts(n)}`),
      /too low for audio/,
    ],
    [
      "currents only",
      lines(["Time (s),CH1 (A)"], (n) => `${t(n)},${volts(n)}`),
      /none of its columns/,
    ],
    [
      "a gap",
      lines(["Time (s),CH1 (V)"], (n) => `${t(n < 100 ? n : n + 50)},${volts(n)}`),
      /uneven/,
    ],
    [
      "a rising voltage, and numbers",
      lines(["n,CH1 (V)"], (n) => `${n},${0.01 * n}`),
      /Enter the sample rate/,
    ],
    ["prose", "there is nothing here\nbut words", /no columns of numbers/],
  ])("asked for or refused: %s", (_, text, words) => {
    const outcome = readScopeRecord(text);
    expect(
      outcome.ok ? JSON.stringify(outcome.value.sampleRateHz) : outcome.finding.advice,
    ).toMatch(words);
  });

  test("what is asked for is taken when it is given", () => {
    const text = lines(["Time,CH1"], (n) => `${1000 * t(n)},${volts(n)}`);
    expect(readScopeRecord(text, { timeUnitSeconds: 1e-3 })).toMatchObject({
      ok: true,
      value: { sampleRateHz: expect.closeTo(RATE_HZ, 3) },
    });
    expect(readScopeRecord(text, { sampleRateHz: 48_000 })).toMatchObject({
      ok: true,
      value: { sampleRateHz: 48_000 },
    });
  });

  test("a rising voltage is no time", () => {
    const outcome = readScopeRecord(
      lines(["Ramp (V),Sine (V)", "Sample Rate,100000"], (n) => `${0.01 * n},${volts(n)}`),
      { sampleRateHz: RATE_HZ },
    );
    expect(outcome.ok && outcome.value.channels.length).toBe(2);
  });

  test("thousands in groups", () => {
    const outcome = readScopeRecord(
      lines(["Zeit (µs);Netz (mV)"], (n) => `${10 * n};${(1200 + n).toLocaleString("de-DE")},5`),
    );
    expect(outcome.ok && outcome.value.channels[0][7]).toBeCloseTo(1.2075, 6);
  });
});

test.each([
  ["UTF-8", (text: string) => new TextEncoder().encode(`\uFEFF${text}`)],
  [
    "UTF-16, low byte first",
    (text: string) => new Uint8Array(Buffer.from(`\uFEFF${text}`, "utf16le")),
  ],
  [
    "UTF-16, high byte first",
    (text: string) => new Uint8Array(Buffer.from(`\uFEFF${text}`, "utf16le").swap16()),
  ],
  ["UTF-16 without a mark", (text: string) => new Uint8Array(Buffer.from(text, "utf16le"))],
  ["one byte a letter", (text: string) => new Uint8Array(Buffer.from(text, "latin1"))],
])("text in %s: its µ stays a millionth", (_, encode) => {
  const text = decodeText(encode(lines(["t (µs);A (V)"], (n) => `${1e6 * t(n)};${volts(n)}`)));
  const outcome = readScopeRecord(text);
  expect(outcome.ok && outcome.value.sampleRateHz).toBeCloseTo(RATE_HZ, 2);
});

describe("responses", () => {
  const POINTS = [10, 100, 1000, 10_000, 20_000, 40_000];
  const db = (hertz: number): number => -10 * Math.log10(1 + (hertz / 30_000) ** 2);
  const degrees = (hertz: number): number => (-180 / Math.PI) * Math.atan(hertz / 30_000);
  const table = (head: readonly string[], row: (hertz: number) => string): string =>
    [...head, ...POINTS.map(row)].join("\n");
  test.each<[string, string]>([
    ["hertz, dB, degrees", table([], (f) => `${f} ${db(f)} ${degrees(f)}`)],
    [
      "a heading",
      table(["Freq(Hz), SPL(dB), Phase(degrees)"], (f) => `${f}, ${db(f)}, ${degrees(f)}`),
    ],
    [
      "remarks",
      table(
        ["* Frequency, dB, degrees", "* made elsewhere"],
        (f) => `${f}\t${db(f)}\t${degrees(f)}`,
      ),
    ],
    [
      "kilohertz",
      table(
        ["Frequency (kHz);Level (dB);Phase (deg)"],
        (f) => `${f / 1000};${db(f)};${degrees(f)}`,
      ),
    ],
    [
      "radians a second",
      table(["w (rad/s),|H| (dB),Phase (deg)"], (f) => `${2 * Math.PI * f},${db(f)},${degrees(f)}`),
    ],
    [
      "radians of phase",
      table(
        ["f (Hz),Level (dB),Phase (rad)"],
        (f) => `${f},${db(f)},${(degrees(f) * Math.PI) / 180}`,
      ),
    ],
    [
      "a plain ratio",
      table(["f (Hz),Gain (V/V),Phase (°)"], (f) => `${f},${10 ** (db(f) / 20)},${degrees(f)}`),
    ],
    [
      "thousands in quotes",
      table(
        ["f (Hz),Level (dB),Phase (deg)"],
        (f) => `"${f.toLocaleString("en-US")}",${db(f)},${degrees(f)}`,
      ),
    ],
    [
      "decimal commas",
      table(
        ["Frequenz (Hz);Pegel (dB);Phase (°)"],
        (f) => `${f};${comma(db(f))};${comma(degrees(f))}`,
      ),
    ],
    [
      "two levels, each with its phase",
      table(
        ["Hz,L (dB),L phase (deg),R (dB),R phase (deg)"],
        (f) => `${f},${db(f)},${degrees(f)},0,0`,
      ),
    ],
    [
      "falling frequencies",
      [...POINTS]
        .reverse()
        .map((f) => `${f} ${db(f)} ${degrees(f)}`)
        .join("\n"),
    ],
  ])("%s", (_, text) => {
    const outcome = readResponseText(text);
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    outcome.value.forEach(({ frequencyHz, ratio, phaseRadians }, k) => {
      expect(frequencyHz / POINTS[k]).toBeCloseTo(1, 9);
      expect(20 * Math.log10(ratio)).toBeCloseTo(db(POINTS[k]), 5);
      expect((phaseRadians * 180) / Math.PI).toBeCloseTo(degrees(POINTS[k]), 5);
    });
    expect(isResponseText(text) || text.startsWith("40000")).toBe(true);
  });

  test("a second level is no phase", () => {
    const outcome = readResponseText(
      table(["Hz,left (dB),right (dB)"], (f) => `${f},${db(f)},${2 * db(f)}`),
    );
    expect(outcome.ok && outcome.value.every(({ phaseRadians }) => phaseRadians === 0)).toBe(true);
  });

  test("what may be dB or a ratio is asked for", () => {
    const outcome = readResponseText(
      table(["Frequency (Hz),Gain"], (f) => `${f},${10 ** (db(f) / 20)}`),
    );
    expect(outcome.ok ? "" : outcome.finding.advice).toMatch(/may be decibels or a plain ratio/);
  });
});

test("whatever text comes: a value or a finding, never an exception", () => {
  const piece = fc.oneof(
    fc.constantFrom(
      "Time (s)",
      "V",
      "1,5",
      "1.5",
      "-3e-5",
      "NaN",
      "12:30",
      "25/11/2026",
      '"',
      ";",
      ",",
      "\t",
      "|",
      "\n",
      "#",
      "°C",
      "dB",
      "kHz",
    ),
    fc.string({ maxLength: 6 }),
    fc.double().map(String),
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 120 }), (pieces) => {
      const text = pieces.join("");
      for (const read of [readScopeRecord, readResponseText, readTemperatureLog])
        expect(typeof read(text).ok).toBe("boolean");
      expect(typeof isResponseText(text)).toBe("boolean");
      expect(typeof isTemperatureLog(text)).toBe("boolean");
    }),
    { numRuns: 400 },
  );
});
