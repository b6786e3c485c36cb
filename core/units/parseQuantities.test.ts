import { parseMass, parsePrice, parseVolts } from ".";

// A sine's peak is √2 of its RMS value; 0 dBV is 1 V, 0 dBu the volts of 1 mW in 600 Ω (0.7746 V): IEC 60268-2, from memory.
test.each([
  ["2.83", 2.83],
  ["2,83 V", 2.83],
  ["12 mV", 0.012],
  ["12 mV rms", 0.012],
  ["28.3 V eff", 28.3],
  ["40 V peak", 28.2843],
  ["40 Vp", 28.2843],
  ["40 Vpk", 28.2843],
  ["80 Vpp", 28.2843],
  ["80 V p-p", 28.2843],
  ["80 V pk-pk", 28.2843],
  ["80 V peak-to-peak", 28.2843],
  ["200 mVpp", 0.0707107],
  ["0 dBV", 1],
  ["−60 dBV", 0.001],
  ["0 dBu", 0.774597],
  ["+4 dBu", 1.22765],
])("%s is %d V RMS", (text, volts) => expect(parseVolts(text)).toBeCloseTo(volts, 4));

test.each(["", "loud", "-12 dB", "peak", "Vpp"])("%j is no voltage", (text) =>
  expect(parseVolts(text)).toBeNull(),
);

// 1 lb is 0.45359237 kg by definition, 16 oz.
test.each([
  ["12,5", 12.5],
  ["12.5 kg", 12.5],
  ["850 g", 0.85],
  ["10 lb", 4.5359237],
  ["27 lb 10 oz", 12.530489],
  ["27 lbs, 10 oz.", 12.530489],
])("%s is %d kg", (text, kilograms) => expect(parseMass(text)).toBeCloseTo(kilograms, 5));

test.each(["", "heavy", "12 stone", "about 5 kg", "5 kg 3"])("%j is no mass", (text) =>
  expect(parseMass(text)).toBeNull(),
);

test.each([
  ["0", 0],
  ["379", 379],
  ["$379", 379],
  ["379 €", 379],
  ["€ 499,-", 499],
  ["1,299.00 USD", 1299],
  ["1.299,50 €", 1299.5],
  ["12'500", 12_500],
  ["CHF 12 500", 12_500],
  ["A$ 89.95", 89.95],
  ["24,90", 24.9],
  ["0.500", 0.5],
])("%s is %d", (text, price) => expect(parsePrice(text)).toBeCloseTo(price, 10));

test.each(["", "cheap", "$", "3 for 10"])("%j is no price", (text) =>
  expect(parsePrice(text)).toBeNull(),
);
