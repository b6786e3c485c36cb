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

test("a switch, a supply that is not known, or one that is built in change nothing", () => {
  expect(rigOn(mini, "loudness: on", SUPPLIES)).toBe(mini);
  expect(rigOn(mini, "", SUPPLIES)).toBe(mini);
  const home = fromCatalogue("home-class-ab").amplifier;
  expect(rigOn(home, "supply: 32 V brick", SUPPLIES)).toBe(home);
});
