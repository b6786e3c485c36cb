import { assessNetwork, networkResistance, networkText, type Network } from "@/core/load";
import { powerResistor } from "@/core/load/testing/powerResistor";
import { loadSchema, validated } from "@/records";
import { builtLoad } from "./builtLoad";

test("round trip: a load to be built keeps its network over its own resistors, and may be stored", async () => {
  const shelf = [1, 2, 3, 4].map((k) => powerResistor({ name: `R${k}`, ohms: k }));
  const network: Network = {
    kind: "parallel",
    parts: [
      { kind: "resistor", index: 3 },
      {
        kind: "series",
        parts: [
          { kind: "resistor", index: 1 },
          { kind: "resistor", index: 2 },
        ],
      },
    ],
  };
  const report = assessNetwork(network, shelf, {
    targetOhms: 2,
    watts: 10,
    seconds: 10,
    channelCount: 1,
    ambientCelsius: 22,
  });
  const draft = builtLoad([report], shelf, 2);
  const built = draft.channels[0].network;
  if (!built) throw new Error("no network");
  expect(networkText(built.network, built.resistors)).toBe("R4 ∥ (R2 + R3)");
  expect(networkResistance(built.network, built.resistors).ohms).toBeCloseTo(
    report.resistance.ohms,
    12,
  );
  expect((await validated(loadSchema, draft)).ok).toBe(true);
});
