import type { LoadState } from "../load/loadSpace";
import type { Rails } from "../supply/Rails";

/** How an output stands between its rails. */
export type Seating = "single-ended" | "bridge";

/**
 * An output stage on its load, block by block: first what depends on the signal alone, then, a few samples at a time, what
 * meets the rails as they are at each instant.
 */
export interface OutputStage {
  /** Volts across the load and amperes out of the stage, of the present block, OUTPUT_LATENCY_SAMPLES behind. */
  readonly volts: Float64Array;
  readonly amperes: Float64Array;
  /** Bends a block of asked volts as the stage does, in place. */
  bend(asked: Float64Array, rails: Rails): void;
  /** Drives the samples from first to end of the block, while the rails stay as they are, and draws on them. */
  run(bent: Float64Array, first: number, end: number, rails: Rails): void;
  /** Draws on the rails what the stage takes at rest in so many samples. */
  rest(samples: number, rails: Rails): void;
  /** Heat has changed the load or the bias. */
  settle(load: LoadState, idleAmperes: number): void;
}
