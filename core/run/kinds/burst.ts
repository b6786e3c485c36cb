import { BURST_KINDS, BURST_LABELS, type BurstName } from "../../signal";
import { choiceField } from "../settings";
import type { RunKindFacts } from "../types";

export const BURST_NAMES = Object.keys(BURST_KINDS) as BurstName[];
export const ALL = "all";

/** Burst power: the highest level at which the last cycle is still clean. */
export const burstKind: RunKindFacts = {
  title: "Burst power",
  yields: "power of the last clean cycle in 20 ms",
  plan: {
    violence: 6,
    seconds: 20,
    meanRatio: 0.05,
    level: { ratio: 1.5 },
    from: "standard",
    madeFor: "each-claimed-load",
  },
  charts: [],
  fields: [
    choiceField("burst", "Burst", [
      ...BURST_NAMES.map((name): [string, string] => [name, BURST_LABELS[name]]),
      [ALL, "all"],
    ]),
    choiceField("level", "Level", [
      ["search", "search for the clipping limit"],
      ["limit", "at the steady limit"],
    ]),
  ],
};
