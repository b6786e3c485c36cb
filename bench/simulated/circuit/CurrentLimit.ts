import { matrixExponential } from "./matrixExponential";
import type { StateSpace } from "./stateSpace";

/** Maximum current out of a node and into it, given the volts that it stands at; all at least 0. */
export type AmperesAt = (volts: number) => { out: number; into: number };

/** A limit for a load: a new one, or the one before as it goes on. */
export const limitOn = (
  before: CurrentLimit | null,
  system: StateSpace,
  stepSeconds: number,
): CurrentLimit =>
  before ? before.become(system, stepSeconds) : new CurrentLimit(system, stepSeconds);

/**
 * Holds the current into a reactive load, sample by sample, as a limiter that senses it does: where the wanted volts would
 * drive more than the limit, they become those that just drive it. It keeps its own copy of the load's state, moved with the
 * volts held over each sample. A resistance needs none of this: there a limit of amperes is one of volts.
 */
export class CurrentLimit {
  private readonly size: number;
  private readonly move: number[][];
  private readonly feed: number[];
  private readonly amperesOf: readonly number[];
  /** Amperes after a sample for each volt held over it. */
  private readonly amperesAVolt: number;
  private state: number[];
  private volts = 0;

  /** @param system whose amperes do not follow the volts at once: behind a coil */
  constructor(system: StateSpace, stepSeconds: number) {
    const { a, b, amperes } = system;
    this.size = a.length;
    const rows = [
      ...a.map((row, i) => [...row, b[i]].map((value) => value * stepSeconds)),
      Array.from({ length: this.size + 1 }, () => 0),
    ];
    const step = matrixExponential(rows).slice(0, this.size);
    this.move = step.map((row) => row.slice(0, this.size));
    this.feed = step.map((row) => row[this.size]);
    this.amperesOf = amperes.c;
    this.amperesAVolt = this.feed.reduce((sum, value, i) => sum + value * amperes.c[i], 0);
    this.state = a.map(() => 0);
  }

  /** The same with other values of the load, going on from where this one stands. */
  become(system: StateSpace, stepSeconds: number): CurrentLimit {
    const other = new CurrentLimit(system, stepSeconds);
    if (other.size === this.size) other.state = this.state;
    other.volts = this.volts;
    return other;
  }

  /** Bends wanted volts, in place, from first to end. @param lowest and highest between which they are held afterwards */
  run(
    wanted: Float64Array,
    [first, end]: readonly [number, number],
    [lowest, highest]: readonly [number, number],
    most: AmperesAt,
  ): void {
    for (let n = first; n < end; n++) {
      const coasting = this.move.map((row) =>
        row.reduce((sum, value, j) => sum + value * this.state[j], 0),
      );
      const coastingAmperes = coasting.reduce(
        (sum, value, i) => sum + value * this.amperesOf[i],
        0,
      );
      const { out, into } = most(this.volts);
      const upper = (out - coastingAmperes) / this.amperesAVolt,
        lower = (-into - coastingAmperes) / this.amperesAVolt;
      wanted[n] = Math.max(lower, Math.min(upper, wanted[n]));
      this.volts = Math.max(lowest, Math.min(highest, wanted[n]));
      this.state = coasting.map((value, i) => value + this.feed[i] * this.volts);
    }
  }
}
