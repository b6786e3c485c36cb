import type { RunKind } from "@/core/run";
import { chartsOf, isClaimed } from "@/drawing/chartsOf";
import type { Run } from "@/records";
import { fittingClaims, runReadings, type ClaimBand } from "@/records/facts";
import type { Piece, SheetFacts } from "../types";
import { runText } from "../words";

/** Kinds of run whose curves readers ask for, the first of all first. */
const USUAL: readonly RunKind[] = ["power-sweep", "response", "spectrum", "distortion-response"];
const SHORT_COUNT = 2;

/** "Distortion: Power against distortion, 8 Ω", and not the same word twice. */
const captionOf = (title: string, text: string): string =>
  text.startsWith(title) ? text : `${title}: ${text}`;

/** The claim that a run is held against, as it is drawn; of powers the first that fits its load. */
const bandOf = (run: Run, { powers, stated }: SheetFacts): ClaimBand | null =>
  runReadings(run, fittingClaims(run, powers)[0] ?? null, stated).mark?.band ?? null;

/** The charts of a run: short, its first only. @param band drawn where levels are */
export const chartsOfRun = (
  run: Run,
  form: "short" | "long",
  band: ClaimBand | null = null,
): Piece[] => {
  const groups = chartsOf(run, null);
  return (form === "short" ? groups.slice(0, 1) : groups).map(({ title, x, y, curves }) => ({
    is: "chart",
    chart: {
      caption: captionOf(title, runText(run)),
      x,
      y,
      curves,
      band: isClaimed({ x, y }) ? band : null,
      runIds: [run.id],
    },
  }));
};

/** Curves of the runs that the reviewer chose, or of those that are usual. */
export const curvesBlock = (
  facts: SheetFacts,
  form: "short" | "long",
  kinds: readonly RunKind[],
): Piece[] => {
  const { runs } = facts;
  const wanted = kinds.length > 0 ? kinds : USUAL;
  const chosen = wanted.flatMap((kind) => runs.filter((run) => run.kind === kind).slice(0, 1));
  const shown = form === "short" && kinds.length === 0 ? chosen.slice(0, SHORT_COUNT) : chosen;
  return shown.flatMap((run) => chartsOfRun(run, form, bandOf(run, facts)));
};
