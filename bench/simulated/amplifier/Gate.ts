/** Lets a share of the signal through, which glides from one block to the next: a step would click in every band. */
export class Gate {
  private share = 1;
  private target = 1;

  /** The share at the end of the next block. */
  aim(share: number): void {
    this.target = share;
  }

  get isShut(): boolean {
    return this.share === 0 && this.target === 0;
  }

  /** Scales a block of each channel, in place. */
  run(blocks: readonly Float64Array[]): void {
    const { share, target } = this;
    this.share = target;
    if (share === 1 && target === 1) return;
    for (const volts of blocks) {
      const step = (target - share) / volts.length;
      for (let n = 0; n < volts.length; n++) volts[n] *= share + step * n;
    }
  }
}
