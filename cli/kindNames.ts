import { RUN_KIND_NAMES, type RunKind } from "@/core/run";

/** Kinds that were documented here by another name before the application had one for them. */
export const OTHERWISE_CALLED: Readonly<Record<string, RunKind>> = {
  sweep: "power-sweep",
  clip: "clip-search",
  "intermodulation-difference": "intermodulation",
  "intermodulation-modulation": "intermodulation",
  "third-octave": "noise-response",
};

/** The application's name of a kind; its own stay as they are. */
export const runKindOf = (name: string): RunKind => OTHERWISE_CALLED[name] ?? (name as RunKind);

/** The power sweep is read in its documented form by either name. */
export const documentedName = (name: string | undefined): string | undefined =>
  name === OTHERWISE_CALLED.sweep ? "sweep" : name;

/** Kinds of run as the application has them; what is read of each comes in one form. */
export const isMeasuredKind = (name: string): name is RunKind =>
  RUN_KIND_NAMES.includes(name as RunKind);
