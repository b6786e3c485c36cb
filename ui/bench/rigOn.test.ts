import { fromCatalogue } from "@/bench/catalogue";
import { rigOn } from "./rigOn";

const SUPPLIES = [
  {
    name: "32 V brick",
    kind: "brick" as const,
    volts: 32,
    amperes: null,
    watts: 160,
    isInTheBox: false,
  },
];
const supplyOf = (rig: object) =>
  (rig as { supply: { volts?: number; limitAmperes?: number } }).supply;
const mini = fromCatalogue("mini-bridge-brick").amplifier;

test("the simulated amplifier goes onto the brick that the setting names, with the amperes of its watts", () => {
  const rig = rigOn(mini, "supply: 32 V brick", SUPPLIES);
  expect(supplyOf(rig)).toMatchObject({ volts: 32, limitAmperes: 5 });
  expect(supplyOf(mini).volts).not.toBe(32);
});

test("of a setting with several parts each is carried out", () =>
  expect(supplyOf(rigOn(mini, "supply: 32 V brick, bridged", SUPPLIES))).toMatchObject({
    volts: 32,
  }));

test("a switch, a supply that is not known, or one that is built in change nothing", () => {
  expect(rigOn(mini, "loudness: on", SUPPLIES)).toBe(mini);
  expect(rigOn(mini, "", SUPPLIES)).toBe(mini);
  const home = fromCatalogue("home-class-ab").amplifier;
  expect(rigOn(home, "supply: 32 V brick", SUPPLIES)).toBe(home);
});

const partsOf = (rig: object) =>
  rig as { supply: { limitAmperes: number }; mains: { voltsRms: number; nominalVoltsRms: number } };

test("two bricks give twice the amperes of one", () => {
  const pair = SUPPLIES.map((supply) => ({ ...supply, count: 2 }));
  expect(partsOf(rigOn(mini, "supply: 32 V brick", pair)).supply.limitAmperes).toBe(10);
});

test("mains a little off reach an amplifier as it is set; from the other side of the world its selector is set first", () => {
  const home = fromCatalogue("home-class-ab").amplifier;
  const on = (mainsVolts: number) =>
    partsOf(
      rigOn(home, "supply: abroad", [
        { ...SUPPLIES[0], name: "abroad", kind: "linear", volts: null, watts: null, mainsVolts },
      ]),
    ).mains;
  expect(on(220)).toMatchObject({ voltsRms: 220, nominalVoltsRms: 230 });
  expect(on(100)).toMatchObject({ voltsRms: 100, nominalVoltsRms: 100 });
});

test("an output limiter is switched off where the simulated amplifier has one", () => {
  const limited = {
    ...fromCatalogue("home-class-ab").amplifier,
    input: { limiterVolts: 20, gainRatio: 22 },
  };
  const limiterOf = (rig: object) =>
    (rig as { input: { limiterVolts: number } }).input.limiterVolts;
  expect(limiterOf(rigOn(limited, "output limiter: off", []))).toBe(0);
  expect(limiterOf(rigOn(limited, "output limiter: on", []))).toBe(20);
  expect(rigOn(mini, "tone: flat", [])).toBe(mini);
});
