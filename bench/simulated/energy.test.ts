import { switchOn } from "./record";
import { EXAMPLE_RIGS, type SimulatedRig } from ".";

const RATE_HZ = 192_000;

/** Ten seconds of bursts, in turn far below and above what it can do, after one second to settle: where the joules went. */
const tenSeconds = (rig: SimulatedRig) => {
  const session = switchOn(rig, { drives: [true], sampleRateHz: RATE_HZ }, 1);
  const second = (voltsPeak: number) =>
    Float64Array.from({ length: RATE_HZ }, (_, n) =>
      n % (RATE_HZ / 2) < RATE_HZ / 8 ? voltsPeak * Math.sin((2 * Math.PI * 440 * n) / RATE_HZ) : 0,
    );
  session.play(second(0.02));
  const before = session.now.energy;
  for (let k = 0; k < 5; k++) for (const voltsPeak of [0.02, 1.5]) session.play(second(voltsPeak));
  const after = session.now.energy;
  const change = (key: keyof typeof before) => after[key] - before[key];
  return {
    fromMains: change("fromMains"),
    kept: change("toLoads") + change("toHeat") + change("lostInSupply") + change("stored"),
  };
};

test.each(Object.entries(EXAMPLE_RIGS))(
  "conservation of energy, %s: what comes from the socket is out, heat or stored, within 0.5 %%",
  (_, rig) => {
    const { fromMains, kept } = tenSeconds(rig);
    expect(fromMains).toBeGreaterThan(0);
    expect(Math.abs(kept / fromMains - 1)).toBeLessThan(0.005);
  },
);
