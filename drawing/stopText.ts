import type { RunStopReason } from "@/core/run";

export const STOP_TITLES: Record<RunStopReason, string> = {
  "level-reached": "Nothing stopped it",
  "rail-voltage": "Stopped by the supply rails",
  "supply-power-or-current": "Stopped by the supply: out of power or current",
  "output-limiter": "Stopped by a limiter",
  "output-protection": "Stopped by a protection that cut the output off",
  "input-drive": "Stopped by the input drive",
  "thermal-cut-out": "Stopped by its thermal cut-out",
  breaker: "Stopped by the breaker",
  "load-guard": "Stopped by the load’s rating",
  "heat-guard": "Stopped by the guard of the heat sink",
  "breaker-guard": "Stopped by the guard of the breaker",
  "converter-guard": "Stopped before the converter overloads",
  "collapse-guard": "Stopped as the output collapsed",
  operator: "Ended by the reviewer",
  "not-known": "Stopped for a reason this recording does not show",
};

/** Why it stopped, in a few words. */
export const stopTitle = (reason: RunStopReason): string => STOP_TITLES[reason];
