import type { AudioRun, Confirmation } from "@/records";
import type { OpenInterface } from "../../audio/openInterface";

/** An audio interface that stands ready for runs. */
export type AudioBench = {
  run: AudioRun;
  device: OpenInterface;
  /** Of the safety gate, kept with each run. */
  confirmations: readonly Confirmation[];
  /** Something of the safety gate is still to be confirmed: nothing real is driven before. */
  isHeld: boolean;
};
