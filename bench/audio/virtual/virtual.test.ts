import { analyseTone } from "@/core/distortion/reading";
import { rootMeanSquare } from "@/core/numeric";
import { halveRate, seededNormal } from "@/core/signal";
import { EXAMPLE_RIGS } from "../../simulated";
import { VIRTUAL } from "../testing/virtualLink";
import { DoubleRate, HalveRate } from "./HalfBandStream";
import { NO_FAULTS, type VirtualFaults } from "./settings";
import { VirtualInterface } from "./VirtualInterface";

const QUANTUM = 128;
const RATE_HZ = 48_000;

/** What comes back of a tone of 1 kHz, after a tenth of a second. */
const heardOf = (
  ratio: number,
  {
    faults = {},
    inputFullScaleVolts = 80,
    seconds = 0.4,
  }: { faults?: Partial<VirtualFaults>; inputFullScaleVolts?: number; seconds?: number } = {},
): Float64Array => {
  const device = new VirtualInterface({
    ...VIRTUAL,
    amplifier: EXAMPLE_RIGS["home-class-ab"],
    sampleRateHz: RATE_HZ,
    inputFullScaleVolts,
    faults: { ...NO_FAULTS, ...faults },
  });
  const all: number[] = [];
  for (let frame = 0; frame < seconds * RATE_HZ; frame += QUANTUM) {
    const tone = Float32Array.from(
      { length: QUANTUM },
      (_, n) => ratio * Math.sin((2 * Math.PI * 1000 * (frame + n)) / RATE_HZ),
    );
    const heard = [new Float32Array(QUANTUM), new Float32Array(QUANTUM)];
    device.process([tone, tone], heard);
    all.push(...heard[0]);
  }
  return Float64Array.from(all.slice(0.1 * RATE_HZ));
};
const toneOf = (heard: Float64Array) => {
  const tone = analyseTone(heard, RATE_HZ);
  if (!tone.ok) throw new Error(tone.finding.advice);
  return tone.value;
};

test("the volts that come back are those of the amplifier's gain, over the divider's range", () => {
  const { gainRatio, levelRatio } = EXAMPLE_RIGS["home-class-ab"].input;
  const volts = 80 * toneOf(heardOf(0.02)).fundamentalVoltsRms;
  expect(volts / ((0.02 * 4 * gainRatio * levelRatio) / Math.SQRT2)).toBeCloseTo(1, 1);
});

test("a clock that runs faster hears a lower tone; hum is heard as loud as it is", () => {
  const drift = toneOf(heardOf(0.02, { faults: { driftRatio: 100e-6 }, seconds: 1 })).fundamentalHz;
  expect(drift).toBeCloseTo(1000 * (1 - 100e-6), 1);
  const hum = heardOf(0, { faults: { humVoltsRms: 0.5 } });
  expect(80 * rootMeanSquare(hum)).toBeCloseTo(0.5, 2);
});

test("what exceeds the range is held there, and a lost block is a hole of exact zeros", () => {
  const loud = heardOf(0.1, { inputFullScaleVolts: 5 });
  expect(Math.max(...loud)).toBe(1);
  expect(loud.filter((value) => value === 1).length).toBeGreaterThan(100);
  const holes = heardOf(0.02, { faults: { dropoutEverySeconds: 0.1 } });
  expect(holes.filter((value) => value === 0).length).toBeGreaterThanOrEqual(2 * QUANTUM);
  expect(heardOf(0.02).filter((value) => value === 0).length).toBeLessThan(5);
});

test("other loads are other volts: into four ohms the rails sag sooner", () => {
  const device = new VirtualInterface({
    ...VIRTUAL,
    amplifier: EXAMPLE_RIGS["home-class-ab"],
    sampleRateHz: RATE_HZ,
  });
  const rms = (): number => {
    let heard = [new Float32Array(QUANTUM), new Float32Array(QUANTUM)];
    const kept: number[] = [];
    for (let frame = 0; frame < 0.3 * RATE_HZ; frame += QUANTUM) {
      const tone = Float32Array.from(
        { length: QUANTUM },
        (_, n) => 0.6 * Math.sin((2 * Math.PI * 1000 * (frame + n)) / RATE_HZ),
      );
      heard = heard.map(() => new Float32Array(QUANTUM));
      device.process([tone, tone], heard);
      kept.push(...heard[0]);
    }
    return rootMeanSquare(Float64Array.from(kept.slice(0.1 * RATE_HZ)));
  };
  const eight = rms();
  device.connectLoad([4, 4]);
  expect(rms()).toBeLessThan(0.98 * eight);
});

test("block by block the half-band filter gives what it gives at once, and up and down again is what went in", () => {
  const random = seededNormal(3);
  const block = 96;
  const fast = Float64Array.from({ length: 20 * block }, () => random());
  const halve = new HalveRate(block);
  const streamed = Array.from({ length: 20 }, (_, k) => [
    ...halve.run(fast.subarray(k * block, (k + 1) * block)),
  ]).flat();
  // The stream cannot look ahead: it is later by the reach of the filter on one side, 39 fast samples.
  const late = Float64Array.from({ length: fast.length }, (_, n) => fast[n - 1] ?? 0);
  const aligned = halveRate(late);
  for (let n = 60; n < 300; n++) expect(streamed[n + 19]).toBeCloseTo(aligned[n], 9);
  const up = new DoubleRate(block),
    down = new HalveRate(2 * block);
  const slow = Float64Array.from({ length: 20 * block }, (_, n) => Math.sin(0.3 * n));
  const around = Array.from({ length: 20 }, (_, k) => [
    ...down.run(up.run(slow.subarray(k * block, (k + 1) * block))),
  ]).flat();
  for (let n = 200; n < 1500; n++) expect(around[n + 39]).toBeCloseTo(slow[n], 4);
});
