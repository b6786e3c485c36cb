import { energyBalance, judgeLabel, type SupplyTest } from "@/core/supply";
import { energyRemarkText, labelVerdictText, overloadText } from ".";

const LABEL = { volts: 24, amperes: 3 };
const held = (amperes: number, seconds: number, volts = 23.9): SupplyTest => ({
  volts,
  amperes,
  seconds,
  then: "held",
});

test.each<[string, SupplyTest[], string, string]>([
  [
    "met",
    [held(3, 900), held(3.9, 0.5), { ...held(4.5, 0.05), then: "started anew" }],
    "24 V, 3 A: met. It gave 23.9 V at 3.0 A for 15 min.",
    "Above its rating, 3.9 A for 0.50 s. At 4.5 A it restarted.",
  ],
  [
    "not met",
    [{ ...held(2.5, 40), then: "switched off" }],
    "24 V, 3 A: not met. At 2.5 A it switched off after 40 s.",
    "",
  ],
  ["sagging", [held(3, 900, 21)], "24 V, 3 A: not met. At 3.0 A it gave 21.0 V only.", ""],
  [
    "open",
    [],
    "24 V, 3 A: not tested. Load it with that for ten minutes, into a resistor rated for it.",
    "",
  ],
])("the label of a supply, %s", (_, tests, text, beyond) => {
  const verdict = judgeLabel(LABEL, tests);
  expect(labelVerdictText(LABEL, verdict)).toBe(text);
  expect(overloadText(verdict)).toBe(beyond);
});

test("what does not add up between the meters", () => {
  const of = (value: number) => ({ value, stdUncertainty: value / 100 });
  const texts = energyBalance({
    inWatts: of(138),
    outWatts: of(150),
    apparent: { volts: 230, amperes: of(0.5) },
  }).remarks.map(energyRemarkText);
  expect(texts).toEqual([
    "12 W more output than input: the meter, the load resistance or the voltage at the load is wrong.",
    "138 W is more than 115 VA: the clamp reads too low, or the mains voltage is different.",
  ]);
});
