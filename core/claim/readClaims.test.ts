// Invented lines in the manner of real specification sheets.
import fc from "fast-check";
import { readClaims, testablePower, type StatedClaim } from ".";

const only = (line: string): StatedClaim => {
  const { claims } = readClaims(line);
  if (claims.length !== 1) throw new Error(`${claims.length} claims in “${line}”`);
  return claims[0].stated;
};

const FULL = { lowHz: 20, highHz: 20_000 };

test.each<[string, Partial<StatedClaim> & { kind: string }]>([
  [
    "50 W per channel into 8 ohms, both channels driven, at no more than 0.25 % THD, 20 Hz to 20 kHz",
    {
      kind: "power",
      powerWatts: 50,
      loadOhms: 8,
      channelsDriven: 2,
      distortionLimitRatio: 0.0025,
      distortionMeasure: "thd",
      band: FULL,
    },
  ],
  [
    "60WPC @ 8Ω, 1% THD+N",
    {
      kind: "power",
      powerWatts: 60,
      loadOhms: 8,
      channelsDriven: null,
      distortionLimitRatio: 0.01,
      distortionMeasure: "thd-plus-noise",
    },
  ],
  [
    "MAX 300W x 2",
    {
      kind: "power",
      powerWatts: 300,
      loadOhms: null,
      channelsDriven: null,
      distortionLimitRatio: null,
    },
  ],
  [
    "2 × 45 W (4 Ω, 10 % T.H.D.)",
    {
      kind: "power",
      powerWatts: 45,
      loadOhms: 4,
      distortionLimitRatio: 0.1,
      distortionMeasure: "thd",
    },
  ],
  [
    "Continuous power: 100 watts, all 7 channels driven, 8 ohms, 0,08 % THD",
    { kind: "power", powerWatts: 100, channelsDriven: 7, distortionLimitRatio: 0.0008 },
  ],
  [
    "125 W, one channel driven, 6 ohm, 1 kHz, 0.7 % distortion",
    { kind: "power", powerWatts: 125, loadOhms: 6, channelsDriven: 1, distortionLimitRatio: 0.007 },
  ],
  ["1,200 W peak", { kind: "power", powerWatts: 1200, loadOhms: null }],
  [
    "Bridged mono: 180 W into 8 ohms at 0.1% THD",
    { kind: "bridged-power", powerWatts: 180, loadOhms: 8, distortionLimitRatio: 0.001 },
  ],
  [
    "BTL 400W / 4 ohm",
    { kind: "bridged-power", powerWatts: 400, loadOhms: 4, distortionLimitRatio: null },
  ],
  [
    "THD less than 0.05% at 25 W into 8 ohms",
    { kind: "distortion", limitRatio: 0.0005, measure: "thd", powerWatts: 25, loadOhms: 8 },
  ],
  [
    "Total harmonic distortion: 0.003 %",
    { kind: "distortion", limitRatio: 0.00003, powerWatts: null },
  ],
  [
    "THD+N < 0.02 %, 20 Hz - 20 kHz",
    { kind: "distortion", limitRatio: 0.0002, measure: "thd-plus-noise", band: FULL },
  ],
  [
    "Frequency response 20 Hz-20 kHz, +0/-0.25 dB at 1 W",
    { kind: "response", band: FULL, upDb: 0, downDb: 0.25, powerWatts: 1 },
  ],
  ["+0/-0.25 dB 20 Hz-20 kHz at 1 W", { kind: "response", band: FULL, upDb: 0, downDb: 0.25 }],
  [
    "Frequency response: 10 Hz – 50 kHz (±3 dB)",
    { kind: "response", band: { lowHz: 10, highHz: 50_000 }, upDb: 3, downDb: 3 },
  ],
  [
    "Frequency response 5-100,000 Hz",
    { kind: "response", band: { lowHz: 5, highHz: 100_000 }, downDb: null },
  ],
  ["Response: 20Hz~20kHz +/- 0.5dB", { kind: "response", band: FULL, upDb: 0.5, downDb: 0.5 }],
  [
    "Damping factor: > 200 (8 ohms, 1 kHz)",
    { kind: "damping-factor", least: 200, loadOhms: 8, frequencyHz: 1000 },
  ],
  ["Damping factor over 40", { kind: "damping-factor", least: 40, loadOhms: null }],
  [
    "Signal-to-noise ratio 102 dB (A-weighted, ref. 50 W)",
    { kind: "noise", leastDb: 102, weighting: "a", referenceWatts: 50 },
  ],
  ["S/N: 95dB", { kind: "noise", leastDb: 95, weighting: "none", referenceWatts: null }],
  ["Hum and noise: -90 dB below rated output", { kind: "noise", leastDb: 90, weighting: "none" }],
  ["Voltage gain 26 dB", { kind: "gain", gainDb: 26 }],
  ["Gain: 28.5dB", { kind: "gain", gainDb: 28.5 }],
  ["Channel separation 60 dB at 10 kHz", { kind: "crosstalk", leastDb: 60, frequencyHz: 10_000 }],
  ["Crosstalk: > 75 dB", { kind: "crosstalk", leastDb: 75, frequencyHz: null }],
  ["Dynamic headroom 1.8 dB", { kind: "headroom", leastDb: 1.8 }],
  ["Power supply DC 24V 3A", { kind: "supply", volts: 24, amperes: 3 }],
  ["Adapter: 32 V / 5 A included", { kind: "supply", volts: 32, amperes: 5 }],
  [
    "Rated output: 2 x 75 W RMS (8 Ω, 20 Hz-20 kHz, 0.05 % THD, both channels driven)",
    {
      kind: "power",
      powerWatts: 75,
      loadOhms: 8,
      channelsDriven: 2,
      distortionLimitRatio: 0.0005,
      band: FULL,
    },
  ],
  [
    "Minimum continuous average power output per channel: 35 watts into 8 ohms from 40 Hz to 20 kHz with no more than 0.3 % total harmonic distortion",
    {
      kind: "power",
      powerWatts: 35,
      loadOhms: 8,
      distortionLimitRatio: 0.003,
      band: { lowHz: 40, highHz: 20_000 },
    },
  ],
  [
    "DIN power 2x40W at 4 ohms, 1 kHz, 1 %",
    {
      kind: "power",
      powerWatts: 40,
      loadOhms: 4,
      channelsDriven: null,
      distortionLimitRatio: 0.01,
    },
  ],
  [
    "Output power 4Ω: 2 × 110 W",
    { kind: "power", powerWatts: 110, loadOhms: 4, distortionLimitRatio: null },
  ],
  [
    "Power output (1 kHz, 8 ohms, 0.9 %): 90 W + 90 W",
    { kind: "power", powerWatts: 90, loadOhms: 8, distortionLimitRatio: 0.009 },
  ],
  [
    "90W+90W (6 ohms, 1kHz, 10% THD)",
    { kind: "power", powerWatts: 90, loadOhms: 6, distortionLimitRatio: 0.1 },
  ],
  [
    "RMS power 22 W at 10% THD+N, 4 ohm, 24 V",
    { kind: "power", powerWatts: 22, loadOhms: 4, distortionMeasure: "thd-plus-noise" },
  ],
  [
    "5 x 100 W into 8 ohm, all channels driven, 0.1% THD, 20-20,000 Hz",
    { kind: "power", powerWatts: 100, channelsDriven: 5, distortionLimitRatio: 0.001, band: FULL },
  ],
  [
    "7.1 channels, 140 W per channel (6 ohm, 1 kHz, 0.9 % THD, 1 channel driven)",
    { kind: "power", powerWatts: 140, loadOhms: 6, channelsDriven: 1 },
  ],
  [
    "Music power: 160 W",
    { kind: "power", powerWatts: 160, loadOhms: null, distortionLimitRatio: null },
  ],
  ["PMPO 2000 W", { kind: "power", powerWatts: 2000, loadOhms: null }],
  ["Dynamic power 2 × 150 W (8 ohm)", { kind: "power", powerWatts: 150, loadOhms: 8 }],
  ["50 watts", { kind: "power", powerWatts: 50, loadOhms: null }],
  ["15 W class A", { kind: "power", powerWatts: 15, loadOhms: null }],
  ["Mono bridge: 250 W, 8 ohm", { kind: "bridged-power", powerWatts: 250, loadOhms: 8 }],
  [
    "Total harmonic distortion (THD): <0.01% (1 W, 8 ohm)",
    { kind: "distortion", limitRatio: 0.0001, powerWatts: 1, loadOhms: 8 },
  ],
  [
    "Harmonic distortion 0.5% at 10 watts",
    { kind: "distortion", limitRatio: 0.005, powerWatts: 10 },
  ],
  [
    "Freq. response: 20Hz - 20kHz (+0.1 dB, -0.5 dB)",
    { kind: "response", band: FULL, upDb: 0.1, downDb: 0.5 },
  ],
  [
    "Frequency range 10 - 80 000 Hz -3dB",
    { kind: "response", band: { lowHz: 10, highHz: 80_000 }, downDb: 3 },
  ],
  ["20-20,000 Hz ±0.2 dB", { kind: "response", band: FULL, upDb: 0.2, downDb: 0.2 }],
  [
    "Frequency response (1 W): 4 Hz to 120 kHz, +0 dB, -3 dB",
    { kind: "response", band: { lowHz: 4, highHz: 120_000 }, upDb: 0, downDb: 3, powerWatts: 1 },
  ],
  ["S/N ratio (IHF A): 106 dB", { kind: "noise", leastDb: 106, weighting: "a" }],
  [
    "Signal to noise: better than 85 dB (unweighted, 20-20k)",
    { kind: "noise", leastDb: 85, weighting: "none" },
  ],
  ["SNR > 110dBA", { kind: "noise", leastDb: 110, weighting: "a" }],
  [
    "Damping factor (8 ohms, 50 Hz) 100",
    { kind: "damping-factor", least: 100, loadOhms: 8, frequencyHz: 50 },
  ],
  [
    "Damping factor: 60 at 1 kHz into 8 Ω",
    { kind: "damping-factor", least: 60, loadOhms: 8, frequencyHz: 1000 },
  ],
  ["IHF headroom: 2.1 dB", { kind: "headroom", leastDb: 2.1 }],
  ["Supply: 19V 4.74A switching adapter", { kind: "supply", volts: 19, amperes: 4.74 }],
  ["External power brick 48 V, 10 A", { kind: "supply", volts: 48, amperes: 10 }],
])("reads “%s”", (line, expected) => expect(only(line)).toMatchObject(expected));

test("a list of loads is a claim for each, and pairs of watts and ohms stay together", () => {
  expect(
    readClaims(
      "50 W per channel into 4, 8 or 16 ohms, 20 Hz to 20 kHz, at no more than 0.25 % THD",
    ).claims.map(({ stated }) => stated),
  ).toMatchObject([{ loadOhms: 4, powerWatts: 50 }, { loadOhms: 8 }, { loadOhms: 16 }]);
  expect(
    readClaims("60 W into 8 ohms, 100 W into 4 ohms, 0.1 % THD").claims.map(({ stated }) => stated),
  ).toMatchObject([
    { powerWatts: 60, loadOhms: 8, distortionLimitRatio: 0.001 },
    { powerWatts: 100, loadOhms: 4 },
  ]);
});

test("lists with slashes are pairs, and so are two gains", () => {
  expect(
    readClaims("Short-term power 130/220/310 W into 8/4/2 ohms").claims.map(({ stated }) => stated),
  ).toMatchObject([
    { powerWatts: 130, loadOhms: 8 },
    { powerWatts: 220, loadOhms: 4 },
    { powerWatts: 310, loadOhms: 2 },
  ]);
  expect(
    readClaims("Channel separation (1 kHz/10 kHz): 70/55 dB").claims.map(({ stated }) => stated),
  ).toEqual([
    { kind: "crosstalk", leastDb: 70, frequencyHz: 1000 },
    { kind: "crosstalk", leastDb: 55, frequencyHz: 10_000 },
  ]);
  expect(
    readClaims("Gain 32 dB (unbalanced), 26 dB (balanced)").claims.map(({ stated }) => stated),
  ).toEqual([
    { kind: "gain", gainDb: 32 },
    { kind: "gain", gainDb: 26 },
  ]);
});

test("what is missing is listed, with the nearest testable reading", () => {
  const [vague] = readClaims("MAX 300W x 2").claims;
  expect(vague.missing).toEqual([
    "what “maximum”, “peak” or “total” means",
    "the load",
    "the distortion limit",
    "how many channels are driven",
  ]);
  expect(vague.nearest).toBe("power per channel at 1 % into 8 Ω, 2 driven");
  expect(testablePower(vague)).toBeNull();
  const [full] = readClaims("50 W per channel into 8 ohms, both channels driven, 0.5 % THD").claims;
  expect(full).toMatchObject({
    missing: [],
    nearest: null,
    printedText: "50 W per channel into 8 ohms, both channels driven, 0.5 % THD",
  });
  expect(testablePower(full)).toEqual({
    kind: "power",
    powerWatts: 50,
    loadOhms: 8,
    channelsDriven: 2,
    distortionLimitRatio: 0.005,
    distortionMeasure: "thd",
  });
});

test.each([
  ["Recommended speakers 20-100 W", "about the speaker"],
  ["Crystal-clear sound for every room", "no measurable claim"],
  ["Frequency response: wide", "without a frequency band"],
  ["Damping factor: very high", "without its number"],
  ["Low distortion design", "without a percentage"],
  ["Bluetooth 5.3, aptX HD", "no measurable claim"],
  ["Phono MM 2.5 mV, 47k ohms, RIAA ±0.5 dB, 20 Hz-20 kHz", "phono input"],
  ["Tone controls ±10 dB at 100 Hz and 10 kHz", "tone control"],
  ["Residual noise 30 µV (A-weighted)", "without decibels"],
  ["Fuse 5 A slow", "no measurable claim"],
  ["Speaker impedance 4-16 ohms", "about the speaker"],
  ["Suitable for speakers of 4 to 8 ohms, 10-100 W", "about the speaker"],
  ["Max output current ±20 A", "no measurable claim"],
  ["DC input: 12-24 V", "no measurable claim"],
  ["Warranty 3 years", "no measurable claim"],
])("never guesses: “%s”", (line, reason) => {
  const { claims, unread } = readClaims(line);
  expect(claims).toEqual([]);
  expect(unread[0].reason).toContain(reason);
});

describe("what was read wrongly, and called testable", () => {
  const one = (sheet: string) => readClaims(sheet).claims[0];

  test.each([
    ["THD < 0,008 % (1 kHz, 50 W, 8 ohm)", 0.00008],
    ["THD 0,015 %", 0.00015],
    ["Total harmonic distortion (20 Hz-20 kHz, rated power -3 dB, 8 ohm): <= 0.05 %", 0.0005],
  ])("%s: distortion of that ratio", (line, limitRatio) => {
    expect(one(line).stated).toMatchObject({
      kind: "distortion",
      limitRatio: expect.closeTo(limitRatio, 9),
    });
  });

  test("thousands by a sheet's own habit", () => {
    const { claims } = readClaims("Klirrfaktor 0,05 %\nDauerleistung 1.200 W an 4 Ohm");
    expect(claims[1].stated).toMatchObject({ kind: "power", powerWatts: 1200, loadOhms: 4 });
    expect(claims[1].missing.join()).not.toContain("thousands");
    expect(
      readClaims("Frequenzgang 5 - 80.000 Hz (-3 dB)").claims[0]?.stated ??
        readClaims("Frequency response 5 - 80.000 Hz (-3 dB)").claims[0].stated,
    ).toMatchObject({
      kind: "response",
      band: { lowHz: 5, highHz: 80_000 },
    });
  });

  test("what stays plausible both ways is no testable claim", () => {
    expect(one("Output 1.200 W into 4 ohm at 1 % THD, both channels driven").missing[0]).toBe(
      "whether “1.200” has thousands or decimals",
    );
  });

  test.each([
    ["Damping factor 20-20,000 Hz: >50", 50],
    ["Damping factor > 200 (8 ohm, 1 kHz)", 200],
    ["Damping factor: 80 at 8 ohms", 80],
  ])("%s", (line, least) =>
    expect(one(line).stated).toMatchObject({ kind: "damping-factor", least }),
  );

  test.each([
    "230 V, 350 W",
    "Leistungsaufnahme 350 W",
    "Consommation 350 W",
    "Consumption: 350 W",
    "Speakers: 4-8 ohm, min. 30 W",
    "Lautsprecher 4-8 Ohm, 30 W",
  ])("“%s” is no output", (line) => {
    const { claims } = readClaims(line);
    expect(claims.map((claim) => claim.stated.kind)).not.toContain("power");
    expect(claims.every(({ missing }) => missing.length > 0)).toBe(true);
  });
});

test("property: whatever is pasted ends in claims or reasons, one for each line, within a second", () => {
  const piece = fc.oneof(
    fc.string({ unit: "binary", maxLength: 12 }),
    fc.constantFrom(
      ...[
        "2 x 50 W",
        " into ",
        "8 Ω",
        "4/8 ohm",
        "±",
        "(",
        ")",
        ",",
        "@",
        "20-20k",
        "0,008 %",
        "THD",
      ],
      ...[
        "both channels driven",
        " max ",
        "1.200",
        "-3 dB",
        "20 Hz",
        "x2",
        "Klirrfaktor",
        ":",
        "+",
        "/ch",
      ],
    ),
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
      const sheet = pieces.join("");
      const { claims, unread } = readClaims(sheet);
      const printed = new Set([...claims, ...unread].map(({ printedText }) => printedText));
      for (const line of sheet.split(/\r?\n/).map((each) => each.trim()))
        if (line !== "") expect(printed.has(line)).toBe(true);
    }),
    { seed: 8, numRuns: 500 },
  );
});

// Patterns that go back over a line take minutes for these; a busy machine stays far below the limit.
test("a long line takes no longer than its length: no pattern goes back over it", () => {
  const began = performance.now();
  readClaims(`${"50 W into 8 ohms, ".repeat(2000)} 0.1 % THD`);
  readClaims("1,".repeat(20_000));
  readClaims("a ".repeat(20_000));
  expect(performance.now() - began).toBeLessThan(30_000);
});
