import type { Stimulus } from "@/core/signal";

/** The stimulus with its level held to what a source can give: it ends there, as a player's does at full scale. */
export const heldToSource = (stimulus: Stimulus, mostVoltsRms: number): Stimulus => {
  const most = mostVoltsRms * Math.SQRT2;
  if (stimulus.kind === "level-sweep")
    return {
      ...stimulus,
      firstVoltsPeak: Math.min(stimulus.firstVoltsPeak, most),
      lastVoltsPeak: Math.min(stimulus.lastVoltsPeak, most),
    };
  return "voltsPeak" in stimulus
    ? { ...stimulus, voltsPeak: Math.min(stimulus.voltsPeak, most) }
    : stimulus;
};
