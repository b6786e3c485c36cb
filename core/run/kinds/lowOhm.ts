import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** What "low" is: a speaker that dips below its 4 ohm. Common practice. */
const LOW_OHMS = 2;

/** Two ohms in bursts first, then a held tone: does it trip, after how long, and does it come back by itself? */
export const lowOhmKind: RunKindFacts = {
  title: "Low-ohm stress",
  yields: "2 Ω in bursts: trips and recovery",
  plan: {
    violence: 8,
    seconds: 20,
    meanRatio: 0.05,
    level: { ratio: 1 },
    from: "everything",
    loadOhms: LOW_OHMS,
  },
  connect: ["Put the load on a fireproof surface. Bursts first; stay beside it."],
  hears: "tone-at-any-level",
  charts: [],
  isReadTogether: true,
  takesLowestLoad: true,
  fields: [
    quantityField("watts", "Power per channel (0 = rated)", "W", {
      initial: 0,
      least: 0,
      most: 5000,
    }),
    quantityField("seconds", "Hold time afterwards", "s", { initial: 5, least: 0.5, most: 30 }),
  ],
};
