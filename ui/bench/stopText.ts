import type { StopReason } from "@/core/sweep";

const TITLES: Record<StopReason, string> = {
  "rail-voltage": "Stopped by the supply rails",
  "supply-power-or-current": "Stopped by the supply: out of power or current",
  "output-limiter": "Stopped by a limiter",
  "output-protection": "Stopped by a protection that cut the output off",
  "input-drive": "Stopped by the input drive",
  "not-known": "Stopped for a reason this recording does not show",
};

/** Why it stopped, in a few words. */
export const stopTitle = (reason: StopReason): string => TITLES[reason];
