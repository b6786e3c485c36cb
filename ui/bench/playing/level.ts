import { formatSignificant, formatWithUnit } from "@/core/units";

/** Below this a level is better shown in volts: noise, and idle channels. */
const LEAST_WATTS = 1e-3;

/** A level as it is shown while it plays: watts of a load at work, else volts. */
export const shownLevel = (watts: number, volts: number): { value: string; unit: string } => {
  if (watts >= LEAST_WATTS) return { value: formatSignificant(watts, 3), unit: "W" };
  const [value, unit] = formatWithUnit(volts, "V").split(" ");
  return { value, unit };
};

/** The same in one piece. */
export const outputText = (watts: number, volts: number): string =>
  Object.values(shownLevel(watts, volts)).join(" ");
