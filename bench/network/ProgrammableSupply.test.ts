import { GENERIC_PROFILES, STAND_IN } from "@/core/scpi";
import type { NetworkInstrument } from "./link";
import { ScpiClient } from "./ScpiClient";
import { ProgrammableSupply } from "./ProgrammableSupply";
import { standInLink } from "./testing/standInLink";

const supplyWith = async (numbers: Record<string, number> = {}) => {
  const instrument: NetworkInstrument = {
    id: "supply",
    name: "The supply",
    identity: `${STAND_IN} SUPPLY,0,1`,
    profile: {
      ...GENERIC_PROFILES.supply,
      numbers: { ...GENERIC_PROFILES.supply.numbers, ...numbers },
    },
  };
  const turn = await standInLink().link.begin(["supply"]);
  return { supply: new ProgrammableSupply(new ScpiClient(turn, instrument)), turn };
};

test("set, switched on, read and switched off", async () => {
  const { supply } = await supplyWith();
  await supply.on({ volts: 24, amperes: 5 });
  expect(await supply.read()).toEqual({ volts: 24, amperes: 0, isOn: true });
  await supply.off();
  expect(await supply.read()).toEqual({ volts: 0, amperes: 0, isOn: false });
});

test("volts that it does not take are never switched on: what stood there before may be far too much", async () => {
  // This one says of itself that it gives more than it does.
  const { supply } = await supplyWith({ mostVolts: 100 });
  await expect(supply.on({ volts: 90, amperes: 5 })).rejects.toMatchObject({
    finding: { advice: expect.stringContaining("-222, “Data out of range”") },
  });
  expect(await supply.read()).toMatchObject({ isOn: false });
});

test.each([
  [{ volts: 61, amperes: 1 }, "volts must be above 0 and at most 60"],
  [{ volts: 0, amperes: 1 }, "volts must be above 0"],
  [{ volts: 12, amperes: 11 }, "amperes must be above 0 and at most 10"],
  [{ volts: NaN, amperes: 1 }, "volts must be above 0"],
])("%j is refused before anything is said", async (wish, words) => {
  const { supply } = await supplyWith();
  await expect(supply.on(wish)).rejects.toThrow(words);
  expect(await supply.read()).toMatchObject({ isOn: false });
});

test("it stays on when the turn ends", async () => {
  const { supply, turn } = await supplyWith();
  await supply.on({ volts: 12, amperes: 1 });
  await turn.end();
  await expect(supply.read()).rejects.toThrow("this measurement has ended");
});
