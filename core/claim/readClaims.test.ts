// Invented lines in the manner of real specification sheets.
import { readClaims, testablePower, type StatedClaim } from ".";

const only = (line: string): StatedClaim => {
  const { claims } = readClaims(line);
  if (claims.length !== 1) throw new Error(`${claims.length} claims in “${line}”`);
  return claims[0].stated;
};

const FULL = { lowHz: 20, highHz: 20_000 };

test.each<[string, Partial<StatedClaim> & { kind: string }]>([
  ["50 W per channel into 8 ohms, both channels driven, at no more than 0.25 % THD, 20 Hz to 20 kHz", { kind: "power", powerWatts: 50, loadOhms: 8, channelsDriven: 2, distortionLimitRatio: 0.0025, distortionMeasure: "thd", band: FULL }],
  ["60WPC @ 8Ω, 1% THD+N", { kind: "power", powerWatts: 60, loadOhms: 8, channelsDriven: null, distortionLimitRatio: 0.01, distortionMeasure: "thd-plus-noise" }],
  ["MAX 300W x 2", { kind: "power", powerWatts: 300, loadOhms: null, channelsDriven: null, distortionLimitRatio: null }],
  ["2 × 45 W (4 Ω, 10 % T.H.D.)", { kind: "power", powerWatts: 45, loadOhms: 4, distortionLimitRatio: 0.1, distortionMeasure: "thd" }],
  ["Continuous power: 100 watts, all 7 channels driven, 8 ohms, 0,08 % THD", { kind: "power", powerWatts: 100, channelsDriven: 7, distortionLimitRatio: 0.0008 }],
  ["125 W, one channel driven, 6 ohm, 1 kHz, 0.7 % distortion", { kind: "power", powerWatts: 125, loadOhms: 6, channelsDriven: 1, distortionLimitRatio: 0.007 }],
  ["1,200 W peak", { kind: "power", powerWatts: 1200, loadOhms: null }],
  ["Bridged mono: 180 W into 8 ohms at 0.1% THD", { kind: "bridged-power", powerWatts: 180, loadOhms: 8, distortionLimitRatio: 0.001 }],
  ["BTL 400W / 4 ohm", { kind: "bridged-power", powerWatts: 400, loadOhms: 4, distortionLimitRatio: null }],
  ["THD less than 0.05% at 25 W into 8 ohms", { kind: "distortion", limitRatio: 0.0005, measure: "thd", powerWatts: 25, loadOhms: 8 }],
  ["Total harmonic distortion: 0.003 %", { kind: "distortion", limitRatio: 0.00003, powerWatts: null }],
  ["THD+N < 0.02 %, 20 Hz - 20 kHz", { kind: "distortion", limitRatio: 0.0002, measure: "thd-plus-noise", band: FULL }],
  ["Frequency response 20 Hz-20 kHz, +0/-0.25 dB at 1 W", { kind: "response", band: FULL, upDb: 0, downDb: 0.25, powerWatts: 1 }],
  ["+0/-0.25 dB 20 Hz-20 kHz at 1 W", { kind: "response", band: FULL, upDb: 0, downDb: 0.25 }],
  ["Frequency response: 10 Hz – 50 kHz (±3 dB)", { kind: "response", band: { lowHz: 10, highHz: 50_000 }, upDb: 3, downDb: 3 }],
  ["Frequency response 5-100,000 Hz", { kind: "response", band: { lowHz: 5, highHz: 100_000 }, downDb: null }],
  ["Response: 20Hz~20kHz +/- 0.5dB", { kind: "response", band: FULL, upDb: 0.5, downDb: 0.5 }],
  ["Damping factor: > 200 (8 ohms, 1 kHz)", { kind: "damping-factor", least: 200, loadOhms: 8, frequencyHz: 1000 }],
  ["Damping factor over 40", { kind: "damping-factor", least: 40, loadOhms: null }],
  ["Signal-to-noise ratio 102 dB (A-weighted, ref. 50 W)", { kind: "noise", leastDb: 102, weighting: "a", referenceWatts: 50 }],
  ["S/N: 95dB", { kind: "noise", leastDb: 95, weighting: "none", referenceWatts: null }],
  ["Hum and noise: -90 dB below rated output", { kind: "noise", leastDb: 90, weighting: "none" }],
  ["Voltage gain 26 dB", { kind: "gain", gainDb: 26 }],
  ["Gain: 28.5dB", { kind: "gain", gainDb: 28.5 }],
  ["Channel separation 60 dB at 10 kHz", { kind: "crosstalk", leastDb: 60, frequencyHz: 10_000 }],
  ["Crosstalk: > 75 dB", { kind: "crosstalk", leastDb: 75, frequencyHz: null }],
  ["Dynamic headroom 1.8 dB", { kind: "headroom", leastDb: 1.8 }],
  ["Power supply DC 24V 3A", { kind: "supply", volts: 24, amperes: 3 }],
  ["Adapter: 32 V / 5 A included", { kind: "supply", volts: 32, amperes: 5 }],
])("reads “%s”", (line, expected) => expect(only(line)).toMatchObject(expected));

test("a list of loads is a claim for each, and pairs of watts and ohms stay together", () => {
  expect(readClaims("50 W per channel into 4, 8 or 16 ohms, 20 Hz to 20 kHz, at no more than 0.25 % THD").claims.map(({ stated }) => stated)).toMatchObject([{ loadOhms: 4, powerWatts: 50 }, { loadOhms: 8 }, { loadOhms: 16 }]);
  expect(readClaims("60 W into 8 ohms, 100 W into 4 ohms, 0.1 % THD").claims.map(({ stated }) => stated)).toMatchObject([{ powerWatts: 60, loadOhms: 8, distortionLimitRatio: 0.001 }, { powerWatts: 100, loadOhms: 4 }]);
});

test("what is missing is listed, with the nearest testable reading", () => {
  const [vague] = readClaims("MAX 300W x 2").claims;
  expect(vague.missing).toEqual(["what “maximum”, “peak” or “total” means", "the load", "the distortion limit", "how many channels are driven"]);
  expect(vague.nearest).toBe("power per channel at 1 % into 8 Ω, 2 driven");
  expect(testablePower(vague)).toBeNull();
  const [full] = readClaims("50 W per channel into 8 ohms, both channels driven, 0.5 % THD").claims;
  expect(full).toMatchObject({ missing: [], nearest: null, printedText: "50 W per channel into 8 ohms, both channels driven, 0.5 % THD" });
  expect(testablePower(full)).toEqual({ kind: "power", powerWatts: 50, loadOhms: 8, channelsDriven: 2, distortionLimitRatio: 0.005, distortionMeasure: "thd" });
});

test.each([
  ["Weight 12.4 kg", "nothing in it"], ["Dimensions 430 x 120 x 310 mm", "nothing in it"], ["Power consumption 280 W, standby 0.5 W", "from the mains"],
  ["Recommended speakers 20-100 W", "about the speaker"], ["Crystal-clear sound for every room", "nothing in it"], ["Frequency response: wide", "without a band"],
  ["Damping factor: very high", "without its number"], ["Low distortion design", "without a percentage"], ["Bluetooth 5.3, aptX HD", "nothing in it"],
])("never guesses: “%s”", (line, reason) => {
  const { claims, unread } = readClaims(line);
  expect(claims).toEqual([]);
  expect(unread[0].reason).toContain(reason);
});
