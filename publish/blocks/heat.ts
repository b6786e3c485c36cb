import { RUN_KINDS } from "@/core/run";
import { shownFigure } from "@/phrasing";
import type { Piece, SheetFacts } from "../types";
import { chartsOfRun } from "./curves";

/** How warm it gets in a soak; long, with the course of it. */
export const heatBlock = ({ figures, runs }: SheetFacts, form: "short" | "long"): Piece[] => {
  const sink = figures.find(({ name }) => name === "sink");
  const soak = runs.find(({ kind }) => RUN_KINDS[kind].isSoaked);
  if (!sink || sink.value === null) return [];
  const { value, unit } = shownFigure(sink);
  return [
    {
      is: "figure",
      label: "Heat sink, maximum",
      value,
      unit,
      plusMinus: null,
      words: soak?.result.channels[0].summary ?? "",
      runId: sink.runId,
    },
    ...(form === "long" && soak ? chartsOfRun(soak, "short") : []),
  ];
};
