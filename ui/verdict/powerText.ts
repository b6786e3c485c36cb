import { COVERAGE_FACTOR } from "@/core/power";
import type { PowerAtLimit } from "@/core/sweep";
import { formatWithUncertainty } from "@/core/units";

/** "57.3 W ± 0.6", "≥ 30.0 W", or "never below" where the limit is passed at every level. */
export const powerText = (reading: PowerAtLimit): string => {
  if (reading.status === "never-below") return "never below";
  const { value, uncertainty } = formatWithUncertainty(
    reading.powerWatts,
    COVERAGE_FACTOR * reading.powerWattsStdUncertainty,
  );
  return reading.status === "at-least" ? `≥ ${value} W` : `${value} W ± ${uncertainty}`;
};
