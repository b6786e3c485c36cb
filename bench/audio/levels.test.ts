import { halveRate, seededNormal } from "@/core/signal";
import { EXAMPLE_RIGS } from "../simulated";
import { DoubleRate } from "./virtual/HalfBandStream";
import { findFloorEdge } from "./floorEdge";
import { LevelCheck, MOST_LEVEL_RATIO, ownTone } from "./LevelCheck";
import { VIRTUAL, virtualLink } from "./testing/virtualLink";
import type { VirtualSettings } from "./virtual/settings";

const RATE_HZ = 48_000;
const settings: VirtualSettings = {
  ...VIRTUAL,
  amplifier: EXAMPLE_RIGS["home-class-ab"],
  sampleRateHz: RATE_HZ,
};
const check = (change: Partial<VirtualSettings> = {}) => {
  const link = virtualLink({ ...settings, ...change });
  return {
    link,
    level: new LevelCheck(link, {
      deviceName: "Virtual interface",
      sampleRateHz: RATE_HZ,
      inputCount: 2,
      outputCount: 2,
    }),
  };
};

test("a tone on one output is heard by its input, as loud as the amplifier makes it, and hardly by the other", async () => {
  const { level } = check();
  level.play([0], 0.02);
  const [rising] = await level.read();
  // What still rises is no reading, though a tone is heard.
  expect(rising.isSettled).toBe(false);
  expect(ownTone(rising)).toBeNull();
  await level.read();
  const [one, other] = await level.read();
  expect(ownTone(one)).toEqual(one.tone);
  const { gainRatio, levelRatio } = EXAMPLE_RIGS["home-class-ab"].input;
  // 4 V at full scale out, 80 V at full scale in.
  expect((one.tone?.ratio ?? 0) / ((0.02 * 4 * gainRatio * levelRatio) / 80)).toBeCloseTo(1, 1);
  expect(one.isOverloaded).toBe(false);
  expect(one.tone?.thdPlusNoiseRatio ?? 1).toBeLessThan(0.01);
  expect(other.tone?.ratio ?? 0).toBeLessThan(0.01 * (one.tone?.ratio ?? 0));
});

test("in silence no tone is made up of hum and noise", async () => {
  const { level } = check();
  level.play([], 0);
  await level.read();
  expect((await level.read()).map(({ tone }) => tone)).toEqual([null, null]);
});

test("never louder than half of full scale, whatever is asked for; an input that is too small for it is reported", async () => {
  const { level, link } = check({ inputFullScaleVolts: 10 });
  level.play([0, 1], 1);
  let peak = 0;
  for (let k = 0; k < 5; k++) {
    const [heard] = await level.read();
    peak = Math.max(peak, link.lastPeak());
    if (k === 4) expect(heard.isOverloaded).toBe(true);
  }
  expect(peak).toBeLessThanOrEqual(MOST_LEVEL_RATIO + 1e-6);
  expect(peak).toBeGreaterThan(0.3);
});

test("the wiring: each output is found by the input that hears it, with its delay; silence is said to be silence", async () => {
  const { level, link } = check();
  expect(await level.wiring([0, 1])).toEqual([
    { output: 0, by: expect.objectContaining({ input: 0 }) },
    { output: 1, by: expect.objectContaining({ input: 1 }) },
  ]);
  // Cables crossed, and one of them upside down.
  link.disturb = ([a, b], frame) => ({ input: [b, a.map((value) => -value)], frame });
  const crossed = await level.wiring([0, 1]);
  expect(crossed.map(({ by }) => [by?.input, by?.isInverted])).toEqual([
    [1, true],
    [0, false],
  ]);
  expect(crossed[0].by?.delaySeconds ?? 0).toBeGreaterThan(0.001);
  link.disturb = (input, frame) => ({ input: input.map((each) => each.fill(1e-7)), frame });
  expect((await level.wiring([1]))[0].by).toBeNull();
});

test("ended, it is silent permanently: what is under way fails, and nothing more is played", async () => {
  const { level, link } = check();
  level.play([0], 0.02);
  await level.read();
  const reading = level.read();
  level.end();
  await expect(reading).rejects.toThrow("muted");
  expect(() => level.play([0, 1], 0.5)).toThrow("muted");
  await expect(level.wiring([0])).rejects.toThrow("muted");
  link.run(0.1);
  expect(link.lastPeak()).toBe(0);
});

test("hum of a loop of earth is heard in silence", async () => {
  const [quiet] = await check().level.hum(50);
  const [loud] = await check({ faults: { ...settings.faults, humVoltsRms: 0.2 } }).level.hum(50);
  expect(80 * loud).toBeCloseTo(0.2 * Math.SQRT2, 2);
  expect(loud / quiet).toBeGreaterThan(10);
});

test("what was resampled from a lower rate ends at half of that; an honest floor does not", async () => {
  const random = seededNormal(5);
  const honest = Float64Array.from({ length: 24_000 }, () => 1e-5 * random());
  expect(findFloorEdge(honest, RATE_HZ)).toBeNull();
  const double = new DoubleRate(240);
  const slow = halveRate(Float64Array.from({ length: 24_000 }, () => 1e-5 * random()));
  const resampled = Float64Array.from(
    Array.from({ length: 50 }, (_, k) => [
      ...double.run(slow.subarray(240 * k, 240 * (k + 1))),
    ]).flat(),
  );
  // 24 kHz of samples in a file of 48 kHz.
  expect(findFloorEdge(resampled, RATE_HZ) ?? 0).toBeGreaterThan(10_500);
  expect(findFloorEdge(resampled, RATE_HZ) ?? 0).toBeLessThan(13_500);
  expect(findFloorEdge(new Float64Array(24_000), RATE_HZ)).toBeNull();
  expect(await check().level.edgeHz()).toBeNull();
});

/** A filter of one pole behind each input, as an interface's own would be. */
const filtered = (cornerHz: number) => {
  const share = 1 - Math.exp((-2 * Math.PI * cornerHz) / RATE_HZ);
  const held = [0, 0];
  return (input: Float32Array[], frame: number) => ({
    frame,
    input: input.map((samples, k) =>
      samples.map((value) => (held[k] += share * (value - held[k]))),
    ),
  });
};

test("response by itself: flat through a wire, and that of a filter on the way, over 1 kHz and without delay", async () => {
  const loops = [0, 1].map((k) => ({ output: k, input: k }));
  const wired = () => {
    const made = check();
    made.link.tell({ type: "fade" });
    return made;
  };
  const straight = wired();
  straight.link.wireThrough(true);
  for (const own of await straight.level.responses(loops))
    for (const { ratio, phaseRadians, frequencyHz } of own ?? []) {
      const db = Math.abs(20 * Math.log10(ratio));
      // Its converters' filters are flat to 0.4 of the rate, and no further.
      if (frequencyHz < 0.4 * RATE_HZ) expect(db).toBeLessThan(0.02);
      else expect(db).toBeLessThan(3);
      if (frequencyHz < 10_000) expect(Math.abs(phaseRadians)).toBeLessThan(0.01);
    }
  const bent = wired();
  bent.link.wireThrough(true);
  bent.link.disturb = filtered(5000);
  const [own] = await bent.level.responses(loops);
  expect(own?.[0].frequencyHz).toBeCloseTo(10, 1);
  // The filter as it is in samples: |1 / (1 - (1 - share) z^-1)| over that at 1 kHz.
  const stay = Math.exp((-2 * Math.PI * 5000) / RATE_HZ);
  const size = (hertz: number) =>
    1 / Math.sqrt(1 + stay * stay - 2 * stay * Math.cos((2 * Math.PI * hertz) / RATE_HZ));
  for (const { frequencyHz, ratio } of own ?? [])
    if (frequencyHz < 0.4 * RATE_HZ)
      expect(Math.abs(20 * Math.log10((ratio * size(1000)) / size(frequencyHz)))).toBeLessThan(
        0.03,
      );
});

test("where nothing comes back there is no response", async () => {
  const { level, link } = check();
  link.disturb = (input, frame) => ({
    frame,
    // A converter's own noise, and nothing else.
    input: input.map((samples) => samples.map((_, n) => 1e-6 * Math.sin(frame + n * n))),
  });
  expect(await level.responses([{ output: 0, input: 0 }])).toEqual([null]);
});
