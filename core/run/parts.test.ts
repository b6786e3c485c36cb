// The small parts that the kinds of run share.
import { powerWatts } from "../power";
import { burstReadingOf, cyclesOf } from "./burstReading";
import { cyclePowers } from "./cyclePowers";
import { nearest, reaches } from "./nearest";
import { readTyped } from "./readTyped";
import { responseCurves, responseFigures } from "./responseFigures";
import { RUN_KINDS } from "./runKinds";
import { RUN_METHODS } from "./runMethods";
import { shotSpectrum } from "./shotSpectrum";
import { allDriven, highestHz, peakDriveFor } from "./shots";
import { FACTS, load, recorded, tone, RATE_HZ } from "./testing/recordings";
import { toneShot } from "./toneShot";
import { need } from "./typed";
import { BURST_KINDS, bursts } from "../signal";

test("the drive for a power: what comes out of the gain into the load is that power, up to the source's most", () => {
  const peak = peakDriveFor(10, FACTS);
  expect(powerWatts((peak / Math.SQRT2) * FACTS.gainRatio, FACTS.loadOhms)).toBeCloseTo(10, 9);
  expect(peakDriveFor(1e6, FACTS)).toBeCloseTo(FACTS.mostDriveVoltsRms * Math.SQRT2, 9);
  expect(allDriven({ ...FACTS, channelCount: 3 })).toEqual([true, true, true]);
  expect(highestHz(FACTS)).toBeLessThan(RATE_HZ / 2);
});

test("a shot of one tone drives every channel into the run's load", () => {
  const shot = toneShot(
    "low",
    "1 W",
    { frequencyHz: 1000, voltsPeak: 0.2, recordsInput: true },
    { ...FACTS, channelCount: 2 },
  );
  expect(shot).toMatchObject({
    name: "low",
    stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.2 },
    drives: [true, true],
    recordsInput: true,
    load: "run",
  });
});

test("the nearest point is nearest by ratio; half a step of ten points a decade beside the grid still counts", () => {
  const points = [100, 1000, 10_000].map((frequencyHz) => ({ frequencyHz }));
  expect(nearest(points, 300).frequencyHz).toBe(100);
  expect(nearest(points, 330).frequencyHz).toBe(1000);
  expect(reaches(points, 10_500)).toBe(true);
  expect(reaches(points, 12_500)).toBe(false);
});

test("each cycle's power is that of its sine", () => {
  const powers = cyclePowers(tone(20, 1000, 0.05), RATE_HZ, 1000, 8);
  // The last dozen may belong to a fade.
  expect(powers).toHaveLength(37);
  for (const watts of powers) expect(watts).toBeCloseTo(25, 2);
});

test("of a recording's bursts the weakest is shown, cycle by cycle", () => {
  const volts = bursts({ ...BURST_KINDS["20-ms"], voltsPeak: 20, repeats: 2 }, RATE_HZ);
  const outcome = burstReadingOf(recorded([volts]), 0, load(8));
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const shown = cyclesOf(outcome.value, "1 kHz");
  expect(shown).toMatchObject({ label: "1 kHz", lastCleanCycle: 19 });
  expect(shown.cycleSeconds).toBeCloseTo(0.001, 5);
  expect(shown.powerWatts).toHaveLength(20);
});

test("the spectrum of a recording stands under its name", () => {
  const { name, x, y, points } = shotSpectrum(recorded([tone(1, 1000)]), 0, "tone");
  expect({ name, x, y }).toEqual({ name: "spectrum-file-1", x: "hertz", y: "volts" });
  const [hertz] = points.reduce((most, point) => (point[1] > most[1] ? point : most));
  expect(hertz / 1000).toBeCloseTo(1, 2);
});

test("a response of one pole: 3 dB down at its corner, and nothing is claimed beyond what was measured", () => {
  const response = Array.from({ length: 61 }, (_, k) => {
    const frequencyHz = 20 * 10 ** (k / 20);
    const turn = frequencyHz / 5000;
    return {
      frequencyHz,
      ratio: 1 / Math.hypot(1, turn),
      ratioStdUncertainty: 0,
      phaseRadians: -Math.atan(turn),
    };
  });
  const figures = responseFigures(response, 20, 20_000);
  const of = (name: string) => figures.find((each) => each.name === name);
  expect((of("high-3-db")?.value ?? 0) / 5000).toBeCloseTo(1, 1);
  expect(of("low-3-db")).toMatchObject({ value: 20, bound: "at-most" });
  expect(responseCurves(response, "response", "into a resistor")[0]).toMatchObject({
    x: "hertz",
    y: "level-ratio",
  });
});

test("what was typed is read by its kind; what is missing is named, and some runs cannot be typed", () => {
  expect(need({ volts: 3 }, "volts")).toBe(3);
  const outcome = readTyped("noise", [{ noiseVoltsRms: 2e-4 }], [load(8)]);
  expect(outcome.ok && outcome.value[0].stop.reason).toBe("operator");
  expect(readTyped("noise", [{}], [load(8)])).toMatchObject({
    ok: false,
    finding: { where: "Channel 1", advice: expect.stringContaining("above zero") },
  });
  expect(readTyped("spectrum", [{}], [load(8)])).toMatchObject({ ok: false });
});

test("every kind has a method, and fields whose usual values are possible", () => {
  expect(Object.keys(RUN_METHODS).toSorted()).toEqual(Object.keys(RUN_KINDS).toSorted());
  for (const { fields } of Object.values(RUN_KINDS))
    for (const field of fields)
      if (field.kind === "quantity") {
        expect(field.initial).toBeGreaterThanOrEqual(field.least);
        expect(field.initial).toBeLessThanOrEqual(field.most);
      } else expect(field.choices.map(({ value }) => value)).toContain(field.initial);
});
