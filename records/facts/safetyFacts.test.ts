import type { RunKind } from "@/core/run";
import { cautionsFor } from "@/core/safety";
import { amplifier, power, load } from "@/records/testing/run";
import { safetyFacts } from "./safetyFacts";

const facts = (claims: readonly [watts: number, ohms: number][], nominalOhms: readonly number[]) =>
  safetyFacts(
    {
      amplifier,
      claims: claims.map(([powerWatts, loadOhms]) => ({ ...power, powerWatts, loadOhms })),
      loads: nominalOhms.map((ohms) => ({ ...load, nominalOhms: ohms })),
      details: { terminals: "one side is earth", supplies: [] },
    },
    { isBridged: false, withSpeaker: false },
  );
const supply = {
  name: "inside",
  kind: "linear" as const,
  volts: null,
  amperes: null,
  watts: null,
  isInTheBox: true,
};
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
          details: { terminals: "one side is earth", supplies: [] },
          plan: { runs: kinds.map((kind) => ({ kind })) },
        },
        { isBridged: false, withSpeaker: false },
      ),
    ).some(({ code, isRisky }) => code === "unattended" && isRisky);
  expect([of(["noise", "heat-soak"]), of(["noise"])]).toEqual([true, false]);
});

describe("volts at the terminals follow the largest of claim, rails and bridge", () => {
  const volts = (railVolts: number, isBridged: boolean, kinds: readonly RunKind[] = []) =>
    cautionsFor(
      safetyFacts(
        {
          amplifier,
          claims: [{ ...power, powerWatts: 100, loadOhms: 8 }],
          loads: [load],
          details: {
            terminals: "one side is earth",
            supplies: [{ ...supply, volts: railVolts }],
          },
          plan: { runs: kinds.map((kind) => ({ kind })) },
        },
        { isBridged, withSpeaker: false },
      ),
    ).find(({ code }) => code === "high-volts")?.amount;

  // A sine between rails of ±57 V has 57 V as its peak: 40 V RMS; two outputs against each other 81 V. 100 W into 8 ohms are 28 V.
  test.each<[number, boolean, RunKind[], number]>([
    [57, false, [], 40],
    [57, true, [], 81],
    [57, false, ["bridged"], 81],
    [24, false, [], 28],
    [24, true, [], 57],
  ])("rails of %i V, bridged %s, planned %j: %i V", (rails, isBridged, kinds, amount) =>
    expect(volts(rails, isBridged, kinds)).toBe(amount),
  );
});
