import { assumptionsFor } from "@/core/forecast";
import { emptyDocument } from "@/records";
import { amplifier, power } from "@/records/testing/run";
import { ceilingsAt, lookedFor, onEachSupply } from "./looked";

const brick = (name: string, volts: number) => ({
  name,
  kind: "brick" as const,
  volts,
  amperes: 3,
  watts: null,
  isInTheBox: volts === 24,
});
const details = { ...emptyDocument("details"), supplies: [brick("small", 24), brick("large", 32)] };

test("each supply has its own ceilings; the claim is drawn where it is made and nowhere else", () => {
  const onSupplies = onEachSupply(amplifier, details, null);
  const looked = lookedFor(power, details.supplies[0], onSupplies);
  expect(looked).toEqual({ loadOhms: 8, channelsDriven: 2, supplyName: "small" });
  const small = ceilingsAt(looked, onSupplies, assumptionsFor("ab"), [power]);
  expect(small).toMatchObject({ caseText: "8 Ω, two channels driven, small", claimWatts: 50 });
  expect(small.forecast.limiter?.watts).toBeCloseTo((24 - 6) ** 2 / 16, 9);
  const large = ceilingsAt(
    { ...looked, supplyName: "large", channelsDriven: 1 },
    onSupplies,
    assumptionsFor("ab"),
    [power],
  );
  expect(large).toMatchObject({ caseText: "8 Ω, one channel driven, large", claimWatts: null });
  expect(large.forecast.limiter?.watts).toBeCloseTo((32 - 6) ** 2 / 16, 9);
});

test("one supply, or none, goes without a name", () => {
  const one = { ...details, supplies: [brick("only", 24)] };
  expect(onEachSupply(amplifier, one, null).map(({ name }) => name)).toEqual([""]);
  expect(lookedFor(power, one.supplies[0], onEachSupply(amplifier, one, null)).supplyName).toBe("");
  expect(
    ceilingsAt(
      lookedFor(power, null, onEachSupply(amplifier, emptyDocument("details"), null)),
      onEachSupply(amplifier, emptyDocument("details"), null),
      assumptionsFor("ab"),
      [],
    ).forecast.limiter,
  ).toBeNull();
});
