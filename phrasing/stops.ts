import type { RunStopReason } from "@/core/run";

/** Why a run stopped, in a few words. */
export const STOP_TITLES: Record<RunStopReason, string> = {
  "level-reached": "Requested level reached",
  "rail-voltage": "Limited by the supply rails",
  "supply-power-or-current": "Limited by the supply’s power or current",
  "output-limiter": "Limited by an output limiter",
  "output-protection": "Stopped by the output protection",
  "input-drive": "Limited by the input drive",
  "thermal-cut-out": "Stopped by the thermal cut-out",
  breaker: "Stopped by the mains breaker",
  "load-guard": "Stopped by the load guard",
  "heat-guard": "Stopped by the temperature guard",
  "breaker-guard": "Stopped by the breaker guard",
  "converter-guard": "Stopped by the input overload guard",
  "collapse-guard": "Stopped: the output collapsed",
  operator: "Stopped by the reviewer",
  "not-known": "Cause not visible in this recording",
};
