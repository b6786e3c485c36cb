import { halfBandTaps } from "@/core/signal";

/** A half-band filter that goes on from block to block: each sample of a channel once, in order. */
class Stream {
  private readonly taps = halfBandTaps();
  private readonly line: Float64Array;

  constructor(private readonly blockLength: number) {
    // What came before, for as far as the taps reach, then the block.
    this.line = new Float64Array(this.reach + blockLength);
  }

  private get reach(): number {
    return this.taps.length - 1;
  }

  /** The filtered block, `step` samples apart. */
  run(block: Float64Array, step: number): Float64Array {
    const { line, taps, reach } = this;
    line.copyWithin(0, this.blockLength);
    line.set(block, reach);
    const filtered = new Float64Array(block.length / step);
    for (let n = 0; n < filtered.length; n++) {
      let sum = 0;
      for (let k = 0; k < taps.length; k++) sum += taps[k] * line[n * step + k];
      filtered[n] = sum;
    }
    return filtered;
  }
}

/** Twice the rate, block by block. @see halfBandTaps */
export class DoubleRate {
  private readonly stream: Stream;

  /** @param blockLength of what comes in */
  constructor(private readonly blockLength: number) {
    this.stream = new Stream(2 * blockLength);
  }

  run(slow: Float64Array): Float64Array {
    const padded = new Float64Array(2 * this.blockLength);
    for (let n = 0; n < slow.length; n++) padded[2 * n] = 2 * slow[n];
    return this.stream.run(padded, 1);
  }
}

/** Half the rate, block by block. @see halfBandTaps */
export class HalveRate {
  private readonly stream: Stream;

  /** @param blockLength of what comes in, even */
  constructor(blockLength: number) {
    this.stream = new Stream(blockLength);
  }

  run(fast: Float64Array): Float64Array {
    return this.stream.run(fast, 2);
  }
}
