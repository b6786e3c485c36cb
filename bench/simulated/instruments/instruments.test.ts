import { amplitudeRatioToDb } from "@/core/units";
import { partOf } from "../../fields";
import { HOME, PERFECT, playTone, readTone, voltsOf } from "../testing/measure";
import { record } from "..";
import { addNoise } from "./seededNoise";
import { halveRate } from "@/core/signal";
import {
  CLAMP_FIELDS,
  MAINS_METER_FIELDS,
  readClamp,
  readContact,
  readInfrared,
  readMainsMeter,
  readVoltmeter,
  THERMOMETER_FIELDS,
  VOLTMETER_FIELDS,
} from "./meters";

const sine = (peak: number, frequencyHz: number, rate = 192_000) =>
  Float64Array.from(
    { length: rate / 4 },
    (_, n) => peak * Math.sin((2 * Math.PI * frequencyHz * n) / rate),
  );
const exact = (given: object = {}) =>
  partOf(VOLTMETER_FIELDS, {
    ofReadingRatio: 0,
    digits: 0,
    counts: 100_000,
    bandwidthHz: 1e6,
    ...given,
  });

test("half-band filter: flat in the band, 95 dB down in what would fold, no delay", () => {
  const level = (frequencyRatio: number) => {
    const slow = halveRate(
      Float64Array.from({ length: 20_000 }, (_, n) => Math.sin(2 * Math.PI * frequencyRatio * n)),
    ).subarray(100, 9900);
    return amplitudeRatioToDb(
      Math.sqrt((2 * slow.reduce((sum, value) => sum + value * value, 0)) / slow.length),
    );
  };
  expect(Math.abs(level(0.01))).toBeLessThan(0.001);
  expect(Math.abs(level(0.19))).toBeLessThan(0.002);
  expect(level(0.31)).toBeLessThan(-95);
  const step = halveRate(Float64Array.from({ length: 400 }, (_, n) => Number(n === 200)));
  expect(step.indexOf(Math.max(...step))).toBe(100);
});

test("noise: standard deviation 1, no mean, no correlation, repeatable", () => {
  const noise = addNoise(new Float64Array(200_000), 1, 7);
  const mean = (read: (n: number) => number) =>
    noise.subarray(1).reduce((sum, _, n) => sum + read(n + 1), 0) / noise.length;
  expect(Math.abs(mean((n) => noise[n]))).toBeLessThan(0.01);
  expect(mean((n) => noise[n] ** 2)).toBeCloseTo(1, 1);
  expect(Math.abs(mean((n) => noise[n] * noise[n - 1]))).toBeLessThan(0.01);
  expect(addNoise(new Float64Array(10), 1, 7)).toEqual(noise.subarray(0, 10));
  expect(addNoise(new Float64Array(10), 1, 8)).not.toEqual(noise.subarray(0, 10));
});

test("converter: closed form of N bits; held at full scale; a clock error shifts the frequency by as much", () => {
  const coarse = {
    ...PERFECT,
    converter: { ...PERFECT.converter, bits: 12 as const, fullScaleVolts: 10 },
  };
  const sinad = (voltsRms: number) =>
    1 /
    readTone(
      playTone(coarse, voltsRms, { frequencyHz: 997, seconds: 0.6 }).volts[0],
      192_000,
      96_000,
    ).thdPlusNoiseRatio;
  expect(amplitudeRatioToDb(sinad(9.9 / 20 / Math.SQRT2))).toBeCloseTo(6.02 * 12 + 1.76, 0);
  const { volts } = playTone(coarse, 0.6);
  expect(readTone(volts[0]).voltsPeakPositive).toBeLessThan(10);
  const late = { ...PERFECT, converter: { ...PERFECT.converter, rateErrorRatio: 1e-4 } };
  expect(readTone(playTone(late, 0.1).volts[0]).fundamentalHz / 1000).toBeCloseTo(1 - 1e-4, 6);
});

test.each([44_100, 48_000, 96_000, 192_000, 384_000])(
  "the same volts at a converter of %d Hz, in time with the source",
  (sampleRateHz) => {
    const { capture } = record(
      PERFECT,
      {
        stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.2, seconds: 0.3 },
        sampleRateHz,
        drives: [true],
        recordsInput: true,
      },
      1,
    );
    const [input, output] = voltsOf(capture);
    expect(input.length).toBe(Math.floor(0.3 * sampleRateHz));
    const at = Math.round(0.15 * sampleRateHz);
    for (let n = at; n < at + 60; n++) expect(output[n]).toBeCloseTo(20 * input[n], 1);
  },
);

test("voltmeter: true RMS and average responding agree on a sine; the average one reads 11 % high on a square wave (closed form)", () => {
  const square = sine(10, 100).map(Math.sign);
  expect(readVoltmeter(sine(10, 100), 192_000, exact(), 1)).toBeCloseTo(10 / Math.SQRT2, 3);
  expect(readVoltmeter(sine(10, 100), 192_000, exact({ responds: "average" }), 1)).toBeCloseTo(
    10 / Math.SQRT2,
    3,
  );
  expect(readVoltmeter(square, 192_000, exact(), 1)).toBeCloseTo(1, 2);
  expect(readVoltmeter(square, 192_000, exact({ responds: "average" }), 1)).toBeCloseTo(
    Math.PI / (2 * Math.SQRT2),
    2,
  );
});

test("voltmeter: 3 dB low at its bandwidth; errors stay within its accuracy; it rounds to its digits", () => {
  expect(
    readVoltmeter(sine(10, 1000), 192_000, exact({ bandwidthHz: 1000 }), 1) / (10 / Math.SQRT2),
  ).toBeCloseTo(Math.SQRT1_2, 1);
  const meter = partOf(VOLTMETER_FIELDS);
  for (let seed = 1; seed < 40; seed++) {
    const reading = readVoltmeter(sine(28.3, 160), 192_000, meter, seed);
    expect(Math.abs(reading - 28.3 / Math.SQRT2)).toBeLessThan(0.007 * 20.1 + 3 * 0.01 + 0.01);
    expect(Math.abs(reading * 100 - Math.round(reading * 100))).toBeLessThan(1e-6);
  }
});

test("clamp, mains meter and contact thermometer stay within their accuracy; the probe lags by its time constant", () => {
  for (let seed = 1; seed < 20; seed++) {
    expect(Math.abs(readClamp(2.5, partOf(CLAMP_FIELDS), seed) - 2.5)).toBeLessThan(0.056);
    expect(Math.abs(readMainsMeter(180, partOf(MAINS_METER_FIELDS), seed) - 180)).toBeLessThan(1.9);
  }
  const probe = partOf(THERMOMETER_FIELDS, { contactErrorCelsius: 0 });
  expect(readContact(20, { celsius: 80, seconds: 8 }, probe, 1)).toBeCloseTo(80 - 60 / Math.E, 6);
});

test("a recording comes with what the other instruments show: volts and mains power within their accuracy", () => {
  const { volts, log } = playTone(HOME, 0.6, { drives: [true, true], seconds: 1.2 });
  const { voltmeterVoltsRms, mainsMeterWatts, mainsClampAmperes, contactSinkCelsius } = log.meters;
  const truth = readTone(volts[0]).voltsRms;
  // 1 kHz on a meter of 5 kHz reads 2 % low.
  expect(voltmeterVoltsRms[0] / (truth / Math.hypot(1, 1 / 5))).toBeCloseTo(1, 1);
  const { mains } = log.trace[Math.floor(0.9 * log.trace.length)];
  expect(Math.abs(mainsMeterWatts / mains.watts - 1)).toBeLessThan(0.015);
  expect(Math.abs(mainsClampAmperes / mains.amperesRms - 1)).toBeLessThan(0.035);
  expect(contactSinkCelsius).toBeLessThan(log.end.temperatures.sinkCelsius + 1);
});

test("infrared: a bare metal sink reads far too low, a wrong spot lower still, the right emissivity is right", () => {
  const right = partOf(THERMOMETER_FIELDS, {
    emissivity: 0.95,
    assumedEmissivity: 0.95,
    spotRatio: 1,
  });
  expect(readInfrared(80, 22, right)).toBeCloseTo(80, 6);
  expect(readInfrared(80, 22, { ...right, emissivity: 0.1 })).toBeLessThan(35);
  expect(readInfrared(80, 22, { ...right, spotRatio: 0.5 })).toBeLessThan(65);
});

test("a voltmeter for alternating volts does not see an offset, but noise", () => {
  const meter = {
    ofReadingRatio: 0,
    digits: 0,
    counts: 100_000,
    bandwidthHz: 1e6,
    responds: "true-rms",
  } as const;
  const volts = Float64Array.from(
    { length: 96_000 },
    (_, n) => 3 + 2 * Math.sin((2 * Math.PI * 50 * n) / 192_000),
  );
  expect(readVoltmeter(volts, 192_000, meter, 1)).toBeCloseTo(Math.SQRT2, 3);
  const noisy = { ...PERFECT, input: { ...PERFECT.input, noiseVoltsRms: 0.05 } };
  const { log } = playTone(noisy, 1e-5, { seconds: 0.3 });
  // White noise of 50 mV in 20 kHz, behind a pole at 5 kHz, which passes as much as a band of 7.85 kHz.
  const expected = 0.05 * Math.sqrt((5000 * Math.PI) / 2 / 20_000);
  expect(log.meters.voltmeterVoltsRms[0] / expected).toBeCloseTo(1, 1);
});
