import { RUN_KINDS } from "@/core/run";
import { formatShort } from "@/core/units";
import type { Piece, SheetFacts } from "../types";
import { wattsText } from "../words";
import { chartsOfRun } from "./curves";

/** What it gives for moments, and for how long it keeps that up. */
export const burstsBlock = ({ supplies, runs }: SheetFacts, form: "short" | "long"): Piece[] => {
  const rows = supplies.flatMap(({ name, bursts: found }) =>
    found.map(({ label, nominalOhms, watts, stdWatts }) => [
      ...(supplies.length > 1 ? [{ text: name }] : []),
      { text: `${label}, into ${formatShort(nominalOhms)} Ω` },
      { text: wattsText(watts, stdWatts === null ? null : 2 * stdWatts) },
    ]),
  );
  const staying = runs.find(({ kind }) => RUN_KINDS[kind].tellsHowLong);
  return [
    ...(rows.length > 0
      ? [
          {
            is: "table",
            head: [...(supplies.length > 1 ? ["Supply"] : []), "Burst", "Last clean cycle"],
            rows,
          } as const,
        ]
      : []),
    ...supplies.flatMap(({ staying: kept, name }): Piece[] =>
      kept
        ? [
            {
              is: "text",
              text: `${supplies.length > 1 ? `On ${name}, past` : "Past"} its limit into ${formatShort(kept.nominalOhms)} Ω it gives ${formatShort(kept.momentsWatts, 3)} W briefly and ${formatShort(kept.steadyWatts, 3)} W continuously.`,
              runId: staying?.id ?? null,
            },
          ]
        : [],
    ),
    ...(form === "long" && staying ? chartsOfRun(staying, "short") : []),
  ];
};
