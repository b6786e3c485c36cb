import { analysePowerSweep, powerAtClipOnset, powerAtDistortion, type PowerSweepResult } from "@/core/sweep";
import { amplitudeRatioToDb } from "@/core/units";
import { decodeChannel, readWavLayout } from "@/core/wav";
import type { Capture, SweepRequest } from "../contract";
import { recordSweep, SIMULATED_AMPLIFIERS, type SimulatedAmplifier } from ".";
import { decimate, OVERSAMPLING } from "./decimate";
import { supplyModel } from "./supply";

const request = (loadOhms: number[], lastVoltsPeak = 2): SweepRequest => ({
  sweep: { frequencyHz: 1000, firstVoltsPeak: 0.08, lastVoltsPeak, stepCount: 16, stepSeconds: 0.08 },
  sampleRateHz: 96_000,
  loadOhms,
  mainsHz: 50,
});

const voltsOf = ({ wav, fullScaleVolts }: Capture): Float64Array[] => {
  const layout = readWavLayout(wav);
  if (!layout.ok) throw new Error(layout.finding.advice);
  return Array.from({ length: layout.value.channelCount }, (_, index) => decodeChannel(wav, layout.value, index, fullScaleVolts));
};

const measured = (amplifier: SimulatedAmplifier, asked: SweepRequest): PowerSweepResult => {
  const channels = asked.loadOhms.map((loadOhms) => ({ loadOhms, loadOhmsStdUncertainty: 0, voltsStdUncertaintyRatio: 0 }));
  const outcome = analysePowerSweep(voltsOf(recordSweep(amplifier, asked, 1)), asked.sampleRateHz, { channels, band: { lowHz: 20, highHz: 20_000 }, mainsHz: 50 });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

const onsetWatts = (result: PowerSweepResult): number => {
  const onset = powerAtClipOnset(result.channels[0].steps);
  if (onset.status === "never-below") throw new Error("flat at every level");
  return onset.powerWatts;
};

test("round trip: gain and channel balance are measured as they were set", () => {
  const { channels } = measured({ ...SIMULATED_AMPLIFIERS.home, crossoverVolts: [0, 0] }, request([8, 8], 0.5));
  const [a, b] = channels.map(({ steps }) => steps[steps.length - 1].voltsRms);
  const { gainRatio, outputOhms } = SIMULATED_AMPLIFIERS.home;
  expect(a / (0.5 / Math.SQRT2)).toBeCloseTo(gainRatio * (8 / (8 + outputOhms)), 2);
  expect(b / a).toBeCloseTo(0.991, 3);
});

test("closed form: third-order curvature c gives a third harmonic of c V^2 / 4", () => {
  const plain = { ...SIMULATED_AMPLIFIERS.home, crossoverVolts: [0], secondOrderPerVolt: 0, noiseVoltsRms: 0, thirdOrderPerVoltSquared: 1e-5 };
  const { steps } = measured(plain, request([8], 1)).channels[0];
  const top = steps[steps.length - 1];
  const third = top.harmonics.find(({ order }) => order === 3)?.ratio ?? 0;
  const peak = plain.gainRatio;
  expect(Math.abs(third / ((1e-5 * peak * peak) / 4) - 1)).toBeLessThan(0.02);
});

test("trade practice: an unregulated supply gives more with one channel driven than with both", () => {
  const { vintage } = SIMULATED_AMPLIFIERS;
  const one = onsetWatts(measured(vintage, request([8])));
  const both = onsetWatts(measured(vintage, request([8, 8])));
  expect(one).toBeGreaterThan(1.1 * both);
});

test("trade practice: flat tops carry supply ripple in the linear case only", () => {
  const spread = (amplifier: SimulatedAmplifier, loads: number[]) => {
    const { steps } = measured(amplifier, request(loads)).channels[0];
    const { positive } = steps[steps.length - 1].flattening;
    return positive.tipSpreadVolts / positive.tipVolts;
  };
  const stiff: SimulatedAmplifier = { ...SIMULATED_AMPLIFIERS.mini, supply: { kind: "brick", volts: 24, limitAmperes: 30, outputOhms: 0.01, reservoirFarads: 0.0047 } };
  expect(spread(SIMULATED_AMPLIFIERS.vintage, [8, 8])).toBeGreaterThan(0.03);
  expect(spread(stiff, [8, 8])).toBeLessThan(0.005);
});

test("energy balance, common practice: a 24 V, 3 A brick cannot feed 45 W a channel into 4 ohm; output falls when overdriven", () => {
  const result = measured(SIMULATED_AMPLIFIERS.mini, request([4, 4]));
  const reading = powerAtDistortion(result.channels[0].steps, 0.01, "thd-plus-noise");
  if (reading.status !== "reached") throw new Error(reading.status);
  expect(2 * reading.powerWatts).toBeLessThan(24 * 3);
  expect(reading.powerWatts).toBeGreaterThan(15);
  expect(result.channels[0].stop.reason).toBe("supply-power-or-current");
});

test("a weak source stops the sweep early with low distortion, and the analysis says so", () => {
  expect(measured(SIMULATED_AMPLIFIERS.home, request([8, 8], 0.4)).channels[0].stop.reason).toBe("input-drive");
});

test("closed form: an unloaded linear supply stays at its peak, a loaded one sags by less than all of its source", () => {
  const model = supplyModel({ kind: "linear", peakVolts: 30, sourceOhms: 1, reservoirFarads: 0.01 }, 50, 1e-5);
  for (let n = 0; n < 50_000; n++) model.advance(0, 0);
  expect(model.positiveVolts).toBeCloseTo(30, 6);
  let lowest = 30, highest = 0;
  for (let n = 0; n < 50_000; n++) {
    model.advance(1, 0);
    if (n > 40_000) [lowest, highest] = [Math.min(lowest, model.positiveVolts), Math.max(highest, model.positiveVolts)];
  }
  // Handbook rule for the ripple of a capacitor fed at 100 Hz: at most I / (2 f C) = 1 V, in practice some 70 % of it.
  expect(highest - lowest).toBeGreaterThan(0.5);
  expect(highest - lowest).toBeLessThan(1);
  expect(model.negativeVolts).toBeCloseTo(30, 6);
});

test("decimate passes the band and stops what would fold into it", () => {
  const rms = (frequencyRatio: number) => {
    const fast = Float64Array.from({ length: 40_000 }, (_, n) => Math.sin(2 * Math.PI * frequencyRatio * n));
    const slow = decimate(fast).subarray(100, 9900);
    return Math.sqrt(slow.reduce((sum, value) => sum + value * value, 0) / slow.length) * Math.SQRT2;
  };
  expect(Math.abs(amplitudeRatioToDb(rms(0.1 / OVERSAMPLING)))).toBeLessThan(0.001);
  expect(amplitudeRatioToDb(rms(0.6 / OVERSAMPLING))).toBeLessThan(-90);
});

test("the same seed gives the same recording, another seed another", () => {
  const asked = request([8], 1);
  const wav = (seed: number) => Buffer.from(recordSweep(SIMULATED_AMPLIFIERS.home, asked, seed).wav);
  expect(wav(5).equals(wav(5))).toBe(true);
  expect(wav(5).equals(wav(6))).toBe(false);
});

test("refusal: a load that is not above zero, more loads than channels", () => {
  expect(() => recordSweep(SIMULATED_AMPLIFIERS.home, request([8, 0]), 1)).toThrow("loadOhms[1] is 0");
  expect(() => recordSweep(SIMULATED_AMPLIFIERS.home, request([8, 8, 8]), 1)).toThrow("loadOhms.length is 3");
});
