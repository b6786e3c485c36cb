import type { LoadState } from "../load/loadSpace";
import type { Rails } from "../supply/Rails";

/** How an output stands between its rails. */
export type Seating = "single-ended" | "bridge";

/** What a stage gathered since it was last asked. */
export type StageReading = { peakAmperes: number; squareAmperes: number; loadWatts: number; meanVolts: number; peakVolts: number };

/** An output stage on its load: the part that meets the rails as they are at each instant. */
export interface OutputStage {
  /**
   * Drives the samples from first to end, while the rails stay as they are, and draws on them.
   * @param asked volts that the input stage asks for
   * @param load takes the volts across the load, OUTPUT_LATENCY_SAMPLES behind
   * @param addedVolts hum, ripple and offset of this moment
   */
  run(asked: Float64Array, load: Float64Array, first: number, end: number, rails: Rails, addedVolts: number): void;
  /** Heat has changed the load or the bias. */
  settle(load: LoadState, idleAmperes: number): void;
  /** What was gathered over the samples since the last call. */
  reading(): StageReading;
}

/** Sums that every stage keeps for protection and heat. */
export class Gathered {
  private peakAmperes = 0;
  private squares = 0;
  private joules = 0;
  private sum = 0;
  private peakVolts = 0;
  private count = 0;

  add(volts: number, amperes: number): void {
    const size = amperes < 0 ? -amperes : amperes;
    if (size > this.peakAmperes) this.peakAmperes = size;
    if (volts > this.peakVolts) this.peakVolts = volts;
    else if (-volts > this.peakVolts) this.peakVolts = -volts;
    this.squares += amperes * amperes;
    this.joules += volts * amperes;
    this.sum += volts;
    this.count++;
  }

  take(): StageReading {
    const count = Math.max(1, this.count);
    const reading = { peakAmperes: this.peakAmperes, squareAmperes: this.squares / count, loadWatts: this.joules / count, meanVolts: this.sum / count, peakVolts: this.peakVolts };
    this.peakAmperes = this.squares = this.joules = this.sum = this.peakVolts = this.count = 0;
    return reading;
  }
}
