import { networkIndices, type Network, type NetworkReport, type PowerResistor } from "@/core/load";
import { COVERAGE_FACTOR } from "@/core/power";
import type { LoadDraft } from "@/records";

/** A load as it is about to be built: the ohms worked out, to be replaced by those measured, and what it is made of. */
export const builtLoad = (
  channels: readonly NetworkReport[],
  shelf: readonly PowerResistor[],
  nominalOhms: number,
): LoadDraft => ({
  nominalOhms,
  kind: channels.some(({ network }) => network.kind !== "resistor") ? "resistor bank" : "resistor",
  channels: channels.map(({ network, resistance }) => {
    const used = networkIndices(network);
    return {
      ohms: Number(resistance.ohms.toPrecision(5)),
      ohmsExpandedUncertainty: Number(
        (COVERAGE_FACTOR * resistance.ohmsStdUncertainty).toPrecision(2),
      ),
      network: { network: renumbered(network, used), resistors: used.map((index) => shelf[index]) },
    };
  }),
});

/** The same network over a shorter list of resistors. */
const renumbered = (network: Network, used: readonly number[]): Network =>
  network.kind === "resistor"
    ? { kind: "resistor", index: used.indexOf(network.index) }
    : { kind: network.kind, parts: network.parts.map((part) => renumbered(part, used)) };
