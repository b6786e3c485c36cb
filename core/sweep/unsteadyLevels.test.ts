import { analysePowerSweep } from "./reading";
import { unsteadyLevels } from "./unsteadyLevels";

const RATE = 48_000;
/** What 8 ohms get of an amplifier that bends a little and is held at 28.3 V. */
const bent = (value: number): number => Math.max(-28.3, Math.min(28.3, value + 2e-6 * value ** 3));
const LEVELS = 30;

/** Levels from 0.5 to 36 V, each held so long. */
const stepped = (hertz: number, seconds: number): Float64Array =>
  Float64Array.from({ length: Math.round(RATE * seconds * LEVELS) }, (_, n) => {
    const level = Math.min(LEVELS - 1, Math.floor(n / RATE / seconds));
    return bent(0.5 * 72 ** (level / (LEVELS - 1)) * Math.sin((2 * Math.PI * hertz * n) / RATE));
  });

const sweepOf = (volts: Float64Array) => {
  const outcome = analysePowerSweep([volts], RATE, {
    mainsHz: 50,
    band: { lowHz: 20, highHz: 20_000 },
    channels: [{ loadOhms: 8, loadOhmsStdUncertainty: 0, voltsStdUncertaintyRatio: 0 }],
  });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value.channels[0];
};

// A part of a cycle at the end of what is read is no change: 997 Hz has none that fit the mains.
test.each([
  [1000, 0.25],
  [997, 0.25],
  [1000, 0.03],
  [50, 0.4],
  [20, 1],
  [63, 0.25],
])("levels of %d Hz that are held for %d s hold", (hertz, seconds) => {
  const { steps, moved } = sweepOf(stepped(hertz, seconds));
  expect(steps).toHaveLength(LEVELS);
  expect(moved).toEqual([]);
});

// Ten to twelve cycles are too few to find a change of level by: several levels are taken for one.
test.each([
  [20, 0.5],
  [20, 0.55],
  [50, 0.25],
])(
  "levels of %d Hz that change after %d s are run together, and that is seen",
  (hertz, seconds) => {
    const { steps, moved = [] } = sweepOf(stepped(hertz, seconds));
    expect(steps.length).toBeLessThan(LEVELS);
    expect(moved.length).toBeGreaterThanOrEqual(1);
    // The amplifier itself makes less than a thousandth there.
    for (const { thdPlusNoiseRatio } of moved) expect(thdPlusNoiseRatio).toBeGreaterThan(0.02);
  },
);

test("a knob that is turned evenly is seen, and which levels it spoils", () => {
  const volts = Float64Array.from({ length: 10 * RATE }, (_, n) =>
    bent(((3.6 * n) / RATE) * Math.sin((2 * Math.PI * 1000 * n) / RATE)),
  );
  const { moved = [] } = sweepOf(volts);
  expect(moved.length).toBeGreaterThan(10);
  const least = Math.min(...moved.map(({ powerWatts }) => powerWatts));
  expect(least).toBeLessThan(0.1);
});

test("where the amplifier is held its level may sink: that is its own", () => {
  const volts = stepped(1000, 0.25);
  const { steps } = sweepOf(volts);
  const sinking = volts.map((value, n) => {
    const within = (n / RATE / 0.25) % 1;
    return Math.abs(value) > 20 || n > 25 * 0.25 * RATE ? value * (1 - 0.05 * within) : value;
  });
  expect(unsteadyLevels(steps, sinking, RATE)).toEqual([]);
});
