import { readClaims } from ".";

// What is no output is distinguished from it, each in its own unit.
test.each([
  ["Weight 12.4 kg", [{ kind: "mass", kilograms: 12.4 }]],
  ["Weight 22 lbs", [{ kind: "mass", kilograms: expect.closeTo(9.979, 3) }]],
  ["Dimensions 430 x 120 x 310 mm", [{ kind: "size", metres: [0.43, 0.12, 0.31] }]],
  [
    "Power consumption 280 W, standby 0.5 W",
    [
      { kind: "consumption", mostWatts: 280, state: null },
      { kind: "consumption", mostWatts: 0.5, state: "standby" },
    ],
  ],
  [
    "Power requirements: AC 230 V, 50 Hz, 320 W",
    [{ kind: "consumption", mostWatts: 320, state: null }],
  ],
  [
    "Intermodulation distortion (60 Hz:7 kHz = 4:1): 0.1 % max",
    [{ kind: "intermodulation", limitRatio: 0.001, method: "modulation", powerWatts: null }],
  ],
  [
    "IMD CCIF (19 kHz + 20 kHz) 0.02 % at 50 W",
    [{ kind: "intermodulation", limitRatio: 0.0002, method: "difference", powerWatts: 50 }],
  ],
  [
    "Power bandwidth: 5 Hz - 60 kHz (-3 dB)",
    [
      {
        kind: "power-bandwidth",
        band: { lowHz: 5, highHz: 60_000 },
        distortionLimitRatio: null,
      },
    ],
  ],
  ["Slew rate 50 V/µs", [{ kind: "slew-rate", leastVoltsPerSecond: 50e6 }]],
  ["Output impedance 0.05 ohm", [{ kind: "output-impedance", mostOhms: 0.05, frequencyHz: null }]],
  ["Channel balance within 0.5 dB", [{ kind: "balance", mostDb: 0.5 }]],
  ["Input sensitivity 0.775 V for 60 W", [{ kind: "sensitivity", volts: 0.775, powerWatts: 60 }]],
  [
    "Dynamic power 70 W into 8 ohms",
    [expect.objectContaining({ kind: "power", powerWatts: 70, rating: "burst" })],
  ],
])("told apart from output: “%s”", (line, stated) =>
  expect(readClaims(line).claims.map((claim) => claim.stated)).toEqual(stated),
);
