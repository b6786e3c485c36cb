import { chartsOf } from "@/drawing/chartsOf";
import { shownFigure } from "@/drawing/quantityText";
import type { Piece, SheetFacts } from "../types";
import { runText } from "../words";

/** How warm it gets in a soak; long, with the course of it. */
export const heat = ({ figures, runs }: SheetFacts, form: "short" | "long"): Piece[] => {
  const sink = figures.find(({ name }) => name === "sink");
  const soak = runs.find(({ kind }) => kind === "heat-soak");
  if (!sink || sink.value === null) return [];
  const { value, unit } = shownFigure(sink);
  return [
    {
      is: "figure",
      label: "Heat sink at its hottest",
      value,
      unit,
      plusMinus: null,
      words: soak?.result.channels[0].summary ?? "",
      runId: sink.runId,
    },
    ...(form === "long" && soak
      ? chartsOf(soak, null)
          .slice(0, 1)
          .map(({ title, x, y, curves }): Piece => ({
            is: "chart",
            chart: {
              caption: `${title}: ${runText(soak)}`,
              x,
              y,
              curves,
              limit: null,
              runIds: [soak.id],
            },
          }))
      : []),
  ];
};
