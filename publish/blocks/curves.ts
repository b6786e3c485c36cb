import type { RunKind } from "@/core/run";
import { chartsOf } from "@/drawing/chartsOf";
import type { Run } from "@/records";
import type { Piece, SheetFacts } from "../types";
import { runText } from "../words";

/** Kinds of run whose curves readers ask for, the first of all first. */
const USUAL: readonly RunKind[] = ["power-sweep", "response", "spectrum", "distortion-response"];
const SHORT_COUNT = 2;

/** The charts of a run: short, its first only. */
export const chartsOfRun = (run: Run, form: "short" | "long"): Piece[] => {
  const groups = chartsOf(run, null);
  return (form === "short" ? groups.slice(0, 1) : groups).map(({ title, x, y, curves }) => ({
    is: "chart",
    chart: {
      caption: `${title}: ${runText(run)}`,
      x,
      y,
      curves,
      limit: null,
      runIds: [run.id],
    },
  }));
};

/** Curves of the runs that the reviewer chose, or of those that are usual. */
export const curves = (
  { runs }: SheetFacts,
  form: "short" | "long",
  kinds: readonly RunKind[],
): Piece[] => {
  const wanted = kinds.length > 0 ? kinds : USUAL;
  const chosen = wanted.flatMap((kind) => runs.filter((run) => run.kind === kind).slice(0, 1));
  const shown = form === "short" && kinds.length === 0 ? chosen.slice(0, SHORT_COUNT) : chosen;
  return shown.flatMap((run) => chartsOfRun(run, form));
};
