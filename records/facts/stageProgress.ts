/** The stages, in working order. */
export const STAGES = [
  { slug: "brief", label: "Brief" },
  { slug: "forecast", label: "Forecast" },
  { slug: "load", label: "Load" },
  { slug: "rig", label: "Rig" },
  { slug: "plan", label: "Plan" },
  { slug: "bench", label: "Bench" },
  { slug: "heat", label: "Heat" },
  { slug: "verdict", label: "Verdict" },
  { slug: "compare", label: "Compare" },
  { slug: "sheet", label: "Sheet" },
] as const;

export type StageSlug = (typeof STAGES)[number]["slug"];

/** How far this amplifier has got on each stage. */
export type StageProgress = Record<StageSlug, "nothing" | "begun" | "done">;

/** What has been recorded, as far as the rail needs to know. */
export type RecordedSoFar = {
  isForecast: boolean;
  claimCount: number;
  loadCount: number;
  rigState: "nothing" | "begun" | "done";
  plannedCount: number;
  runCount: number;
  heatCount: number;
  judgedCount: number;
  /** Comparisons that it is in. */
  comparedCount: number;
  /** Blocks of its published page. */
  blockCount: number;
};

export const stageProgress = ({
  isForecast,
  claimCount,
  loadCount,
  rigState,
  plannedCount,
  runCount,
  heatCount,
  judgedCount,
  comparedCount,
  blockCount,
}: RecordedSoFar): StageProgress => ({
  brief: claimCount > 0 ? "done" : "begun",
  forecast: ofClaims(claimCount, isForecast),
  load: loadCount > 0 ? "done" : "nothing",
  rig: rigState,
  plan: plannedCount > 0 ? "done" : "nothing",
  bench: runCount > 0 ? "done" : "nothing",
  heat: heatCount > 0 ? "done" : "nothing",
  verdict: ofClaims(judgedCount, judgedCount >= claimCount),
  compare: comparedCount > 0 ? "done" : "nothing",
  sheet: blockCount > 0 ? "done" : "nothing",
});

/** Nothing without any; else done or begun. */
const ofClaims = (count: number, isDone: boolean): StageProgress[StageSlug] => {
  if (count === 0) return "nothing";
  return isDone ? "done" : "begun";
};
