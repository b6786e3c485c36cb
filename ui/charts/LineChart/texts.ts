import { cssColor } from "../cssColor";

/** Words on axes. */
export const LABEL = { fontSize: "13px", fill: cssColor("muted") } as const;
/** Words that lie over curves. */
export const HALO = {
  paintOrder: "stroke",
  stroke: cssColor("surface"),
  strokeWidth: "4px",
} as const;
