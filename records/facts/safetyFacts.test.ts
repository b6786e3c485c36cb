import { cautionsFor } from "@/core/safety";
import { amplifier, power, load } from "@/records/testing/run";
import { safetyFacts } from "./safetyFacts";

const facts = (claims: readonly [watts: number, ohms: number][], nominalOhms: readonly number[]) =>
  safetyFacts(
    {
      amplifier,
      claims: claims.map(([powerWatts, loadOhms]) => ({ ...power, powerWatts, loadOhms })),
      loads: nominalOhms.map((ohms) => ({ ...load, nominalOhms: ohms })),
      details: { terminals: "one side is earth" },
    },
    { isBridged: false, withSpeaker: false },
  );
const found = (...given: Parameters<typeof facts>) =>
  cautionsFor(facts(...given)).map(({ code, amount }) => [code, amount]);

// Joule's law: volts are the root of watts times the ohms that belong to them.
test("100 W into 8 ohm are 28 V, whatever other load is there", () => {
  expect(found([[100, 8]], [8, 4])).toContainEqual(["high-volts", 28]);
});

test("the claim with the highest volts counts, the most watts heat the loads, the lowest load gets a caution", () => {
  const cautions = found(
    [
      [100, 8],
      [180, 4],
      [250, 2],
    ],
    [8],
  );
  expect(cautions).toContainEqual(["high-volts", 28]);
  expect(cautions).toContainEqual(["hot-load", 500]);
  expect(cautions).toContainEqual(["low-ohms", null]);
});

test("nothing claimed is no volts", () => {
  expect(facts([], [8])).toMatchObject({ powerWatts: 0, loadOhms: 8 });
  expect(found([], [8]).flat()).not.toContain("high-volts");
});

test("a soak on the plan brings the caution of long heat, which is to be confirmed before power", () => {
  const of = (kinds: readonly ("heat-soak" | "noise")[]) =>
    cautionsFor(
      safetyFacts(
        {
          amplifier,
          claims: [],
          loads: [],
          details: { terminals: "one side is earth" },
          plan: { runs: kinds.map((kind) => ({ kind })) },
        },
        { isBridged: false, withSpeaker: false },
      ),
    ).some(({ code, isRisky }) => code === "unattended" && isRisky);
  expect([of(["noise", "heat-soak"]), of(["noise"])]).toEqual([true, false]);
});
