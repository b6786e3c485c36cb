import { drivenText } from "@/core/claim";
import { formatFixed, formatShort } from "@/core/units";
import type { MainsLevel } from "@/records/facts";
import type { Piece, SheetFacts } from "../types";
import { wattsText } from "../words";

/** Watts with their expanded uncertainty; null where the watts are not known or zero. */
const measuredText = (watts: MainsLevel["balance"]["outWatts"]): string =>
  watts && watts.value > 0 ? wattsText(watts.value, 2 * watts.stdUncertainty) : "–";

/** What each supply lets it do, and what the bigger one buys. */
export const supplyBlock = (
  { supplies, supplyDifferences }: SheetFacts,
  form: "short" | "long",
): Piece[] => {
  const [largest] = supplyDifferences.toSorted(
    (a, b) => Math.abs(b.audibility.db) - Math.abs(a.audibility.db),
  );
  const rows = supplies.flatMap(({ name, outputs, isRehearsed }) =>
    outputs.map(({ nominalOhms, channelsDriven, watts, stdWatts, isAtLeast, runId }) => [
      { text: isRehearsed ? `${name} (simulated)` : name },
      { text: `${formatShort(nominalOhms)} Ω, ${drivenText(channelsDriven)}` },
      { text: `${isAtLeast ? "≥ " : ""}${wattsText(watts, 2 * stdWatts)}`, runId },
    ]),
  );
  return [
    ...(largest
      ? [
          {
            is: "text",
            text: `With ${largest.name} it gives ${largest.isAtLeast ? "at least " : ""}${wattsText(largest.watts, null)} instead of ${largest.thanIsAtLeast ? "at least " : ""}${wattsText(largest.thanWatts, null)} with ${largest.than} (${formatShort(largest.nominalOhms)} Ω, ${drivenText(largest.channelsDriven)}): ${largest.audibility.db < 0 ? "−" : "+"}${formatFixed(Math.abs(largest.audibility.db), 1)} dB, ${largest.audibility.words}.`,
          } as const,
        ]
      : []),
    ...((form === "long" || !largest) && rows.length > 0
      ? [{ is: "table", head: ["Supply", "Into", "Output at 1 %"], rows } as const]
      : []),
    ...(form === "long"
      ? supplies.flatMap(({ name, mains }): Piece[] =>
          mains
            ? [
                {
                  is: "table",
                  head: [`From the mains, ${name}`, "In", "Out", "Heat"],
                  rows: mains.levels.map(({ label, balance }) => [
                    { text: label },
                    { text: measuredText(balance.inWatts) },
                    { text: measuredText(balance.outWatts) },
                    { text: measuredText(balance.heatWatts) },
                  ]),
                },
              ]
            : [],
        )
      : []),
  ];
};
