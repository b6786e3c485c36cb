import { readClaims, statedText } from ".";

test.each([
  [
    "50 W per channel into 8 ohms, both channels driven, at no more than 0.25 % THD, 20 Hz to 20 kHz",
    "50 W per channel, into 8 Ω, two channels driven, 0.25 % THD, 20 Hz to 20 kHz",
  ],
  ["MAX 300W x 2", "300 W maximum per channel"],
  ["Bridged mono: 180 W into 8 ohms at 0.1% THD", "180 W bridged, into 8 Ω, 0.1 % THD"],
  ["THD+N < 0.02 %, 20 Hz - 20 kHz", "THD+N at most 0.02 %, 20 Hz to 20 kHz"],
  [
    "Frequency response 20 Hz-20 kHz, +0/-0.25 dB at 1 W",
    "response 20 Hz to 20 kHz, +0/−0.25 dB, at 1 W",
  ],
  ["Damping factor: > 200 (8 ohms, 1 kHz)", "damping factor at least 200, into 8 Ω, at 1 kHz"],
  [
    "Signal-to-noise ratio 102 dB (A-weighted, ref. 50 W)",
    "noise 102 dB down, A-weighted, below 50 W",
  ],
  ["Gain: 28.5dB", "gain 28.5 dB"],
  ["Channel separation 60 dB at 10 kHz", "crosstalk 60 dB down, at 10 kHz"],
  ["Dynamic headroom 1.8 dB", "headroom 1.8 dB"],
  ["Adapter: 32 V / 5 A included", "supply 32 V, 5 A (160 W)"],
])("“%s” reads as “%s”", (line, text) =>
  expect(statedText(readClaims(line).claims[0].stated)).toBe(text),
);
