import type { AdjustableDescription } from "@/bench/catalogue";
import type { RunKind, Settings } from "@/core/run";
import type { DemoLoad, DemoRun } from "../types";

/** Forty levels of 0.15 s. */
const SWEEP_SECONDS = 6;

/** A setting that is not the default, by its name, and the bench with it. */
type Otherwise = { setting: string; bench: AdjustableDescription };

export const sweep = (load: DemoLoad, channelsDriven: number, otherwise?: Otherwise): DemoRun => ({
  kind: "power-sweep",
  load,
  channelsDriven,
  settings: { seconds: SWEEP_SECONDS },
  ...otherwise,
});

export const driven = (
  kind: RunKind,
  load: DemoLoad,
  settings: Settings = {},
  otherwise?: Otherwise,
): DemoRun => ({ kind, load, channelsDriven: 2, settings, ...otherwise });

/** The same bench with faults to find. */
export const faultyBench = (
  bench: AdjustableDescription,
  faults: readonly string[],
): AdjustableDescription => ({ ...bench, amplifier: { ...bench.amplifier, faults } });
