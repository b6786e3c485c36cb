import { COVERAGE_FACTOR } from "../power";
import { formatSignificant, formatWithUncertainty } from "../units";
import { outputWithin } from "./powerAtLimit";
import type { ChannelSweep } from "./types";

/** One sentence about a channel's sweep: power at 1 % and why it stopped. */
export const sweepSummary = ({ steps, stop }: ChannelSweep): string => {
  const reading = outputWithin(steps, 0.01, "thd-plus-noise");
  if (reading.status === "never-below")
    return `THD+N is above 1 % at every level. ${stop.evidence}`;
  if (reading.status === "at-least")
    return `At least ${formatSignificant(reading.powerWatts, 3)} W below 1 % THD+N. ${stop.evidence}`;
  const { value, uncertainty } = formatWithUncertainty(
    reading.powerWatts,
    COVERAGE_FACTOR * reading.powerWattsStdUncertainty,
  );
  return `${value} ± ${uncertainty} W at 1 % THD+N. ${stop.evidence}`;
};
