import { peakOf, rootMeanSquare } from "@/core/numeric";
import { speaker } from "../load/types";
import { loaded, PERFECT, playTone, RATE_HZ } from "../testing/measure";
import type { SimulatedRig } from "..";

const PART = { ohms: 6.2, henries: 5e-4, resonanceHz: 55, mechanicalQ: 4, electricalQ: 0.5 };
const withLimit = (
  currentLimitAmperes: number,
  kind: "class-ab" | "class-d" = "class-ab",
): SimulatedRig => ({
  ...PERFECT,
  stage:
    kind === "class-ab"
      ? ({ ...PERFECT.stage, currentLimitAmperes } as SimulatedRig["stage"])
      : {
          kind,
          dutyMostRatio: 0.97,
          deviceOhms: 0.1,
          filterHenries: 2e-5,
          filterFarads: 6.8e-7,
          deadTimeVolts: 0,
          rippleAmperes: 0.4,
          railFeedbackRatio: 1,
          idleAmperes: 0.03,
          currentLimitAmperes,
          isBridgeTied: false,
        },
  loads: [speaker(PART)],
});

/** Size of the load's impedance, worked out from its parts. */
const impedanceOhms = (frequencyHz: number): number => {
  const omega = 2 * Math.PI * frequencyHz,
    resonance = 2 * Math.PI * PART.resonanceHz;
  const parallelOhms = (PART.ohms * PART.mechanicalQ) / PART.electricalQ;
  const turn = PART.mechanicalQ * (omega / resonance - resonance / omega);
  const re = PART.ohms + parallelOhms / (1 + turn * turn),
    im = omega * PART.henries - (parallelOhms * turn) / (1 + turn * turn);
  return Math.hypot(re, im);
};

describe.each(["class-ab", "class-d"] as const)(
  "current limit, %s, on a speaker-like load",
  (kind) => {
    test.each([55, 200, 1000])(
      "at %d Hz it lets pass what needs less than the limit",
      (frequencyHz) => {
        const needVolts = 0.8 * impedanceOhms(frequencyHz);
        const sourceVolts = Math.min(needVolts, 15) / 20 / Math.SQRT2;
        const tone = { frequencyHz, seconds: 0.3 };
        const [free] = playTone(withLimit(0, kind), sourceVolts, tone).volts,
          [held] = playTone(withLimit(1, kind), sourceVolts, tone).volts;
        expect(rootMeanSquare(held) / rootMeanSquare(free)).toBeCloseTo(1, 3);
      },
    );

    test("at 200 Hz, where the coil's resistance is nearly all of it, twice the limit is held to it", () => {
      const frequencyHz = 200;
      const needVolts = 2 * impedanceOhms(frequencyHz);
      const [held] = playTone(withLimit(1, kind), needVolts / 20 / Math.SQRT2, {
        frequencyHz,
        seconds: 0.3,
      }).volts;
      // 1 A through 6.2 ohm, and what the coil adds where the current is held: nothing.
      const sorted = held.map(Math.abs).toSorted();
      expect(sorted[Math.floor(0.6 * sorted.length)]).toBeGreaterThan(5);
      expect(sorted[Math.floor(0.6 * sorted.length)]).toBeLessThan(8);
    });
  },
);

test("a short peak of a slew-limited triangle does not depend on where the samples fall: 10 kHz, closed form", () => {
  // Slope 0.3 V/us for a quarter of 100 us: 7.5 V.
  const rig: SimulatedRig = {
    ...loaded(PERFECT, 8),
    input: { ...PERFECT.input, slewVoltsPerSecond: 3e5 },
  };
  for (const offsetHz of [0, 1.3, 7.7, 23.1]) {
    const [volts] = playTone(rig, 0.65, { frequencyHz: 10_000 + offsetHz, seconds: 0.05 }).volts;
    // Of a triangle sampled every 5.2 us a peak between samples is at most 0.8 V lower.
    expect(peakOf(volts)).toBeLessThan(7.7);
    expect(peakOf(volts)).toBeGreaterThan(7.3);
    // RMS of a triangle: peak over the root of three.
    expect(rootMeanSquare(volts) / (7.5 / Math.sqrt(3))).toBeCloseTo(1, 1);
  }
});

test("a bridge has the output resistance of two amplifiers: damping of 8 ohm behind 2 x 0.2 ohm", () => {
  const rig = (connection: SimulatedRig["connection"]): SimulatedRig => ({
    ...loaded(PERFECT, 8),
    connection,
    stage: { ...PERFECT.stage, outputOhms: 0.2 } as SimulatedRig["stage"],
  });
  const level = (connection: SimulatedRig["connection"]) =>
    rootMeanSquare(playTone(rig(connection), 0.1, { seconds: 0.1 }).volts[0]);
  expect(level("bridged") / level("separate")).toBeCloseTo((2 * 8.2) / 8.4, 3);
});

test("a channel at rest takes the same whether it is simulated or only idles", () => {
  const idle = (drives: readonly boolean[]) =>
    playTone(loaded(PERFECT, 8), 1e-4, { drives }).log.end;
  expect(idle([false, false]).dissipatedWatts / idle([false]).dissipatedWatts).toBeCloseTo(1, 3);
});

test.each([
  ["class-ab", false],
  ["class-ab", true],
  ["transformer", false],
] as const)("%s, bridge-tied %s: so does one of any kind", (kind, isBridgeTied) => {
  const stage =
    kind === "transformer"
      ? {
          kind,
          tapOhms: 8,
          turnsRatio: 14,
          plateKeptVolts: 4,
          deviceOhms: 0.9,
          sourceOhms: 1.1,
          leakageHenries: 2.5e-5,
          primaryHenries: 0.25,
          saturationVoltSeconds: 0.12,
          crossoverVolts: 0,
          idleAmperes: 0.09,
        }
      : { ...PERFECT.stage, isBridgeTied };
  const rig = { ...loaded(PERFECT, 8), stage: stage as SimulatedRig["stage"] };
  const idle = (drives: readonly boolean[]) =>
    playTone(rig, 1e-6, { drives }).log.end.dissipatedWatts;
  expect(idle([false, false]) / idle([false])).toBeCloseTo(1, 3);
});

test("the idle current that is given is the one of a cold start", () => {
  const rig: SimulatedRig = {
    ...loaded(PERFECT, 8),
    heat: { ...PERFECT.heat, biasPerCelsius: 0.03 },
    stage: { ...PERFECT.stage, idleAmperes: 0.1 } as SimulatedRig["stage"],
  };
  const { log } = playTone(rig, 1e-6, { drives: [false, false], seconds: 0.1 });
  // Two channels, 0.1 A between rails of 20 V.
  expect(log.end.dissipatedWatts / (2 * 0.1 * 40)).toBeCloseTo(1, 2);
});

test("an open relay lets nothing through: no offset, no hum, no noise of the amplifier", () => {
  const rig: SimulatedRig = {
    ...loaded(PERFECT, 2),
    input: { ...PERFECT.input, offsetVolts: 0.02, humVoltsRms: 0.01, noiseVoltsRms: 0.01 },
    protection: {
      ...PERFECT.protection,
      tripAmperes: 5,
      tripSeconds: 0.02,
      recoverySeconds: 30,
    },
  };
  const { volts, log } = playTone(rig, 0.6, { seconds: 0.3 });
  expect(log.events.map(({ event }) => event)).toEqual(["relay-opened"]);
  expect(peakOf(volts[0].subarray(0.1 * RATE_HZ))).toBeLessThan(1e-5);
});
