import type { BrickSupply, LinearSupply, SimulatedSupply } from "./types";

/** Rails as the amplifier sees them from sample to sample. Both are given as positive volts. */
export type SupplyModel = {
  positiveVolts: number;
  negativeVolts: number;
  /** Moves on by one step while the amplifier draws these amperes from each half. */
  advance(positiveAmperes: number, negativeAmperes: number): void;
};

/** The model of a supply at rest (charged), advancing by stepSeconds a call. */
export const supplyModel = (supply: SimulatedSupply, mainsHz: number, stepSeconds: number): SupplyModel =>
  supply.kind === "linear" ? new LinearModel(supply, mainsHz, stepSeconds) : new BrickModel(supply, stepSeconds);

/**
 * Each reservoir is charged through a resistance while the rectified mains is above it, and feeds the load between.
 * One explicit step is accurate: sourceOhms times reservoirFarads is thousands of steps.
 * @see O. H. Schade, Analysis of Rectifier Operation, Proc. IRE 31, 1943
 */
class LinearModel implements SupplyModel {
  positiveVolts: number;
  negativeVolts: number;
  private step = 0;

  constructor(private readonly supply: LinearSupply, private readonly mainsHz: number, private readonly stepSeconds: number) {
    this.positiveVolts = supply.peakVolts;
    this.negativeVolts = supply.peakVolts;
  }

  advance(positiveAmperes: number, negativeAmperes: number): void {
    const { peakVolts, sourceOhms, reservoirFarads } = this.supply;
    const rectified = peakVolts * Math.abs(Math.sin(2 * Math.PI * this.mainsHz * this.stepSeconds * this.step++));
    const share = this.stepSeconds / reservoirFarads;
    this.positiveVolts += share * (Math.max(0, (rectified - this.positiveVolts) / sourceOhms) - positiveAmperes);
    this.negativeVolts += share * (Math.max(0, (rectified - this.negativeVolts) / sourceOhms) - negativeAmperes);
  }
}

/** A regulated voltage behind a resistance that gives no more than its limit; both halves of a bridge draw from it. */
class BrickModel implements SupplyModel {
  positiveVolts: number;

  constructor(private readonly supply: BrickSupply, private readonly stepSeconds: number) {
    this.positiveVolts = supply.volts;
  }

  get negativeVolts(): number {
    return this.positiveVolts;
  }

  advance(positiveAmperes: number, negativeAmperes: number): void {
    const { volts, limitAmperes, outputOhms, reservoirFarads } = this.supply;
    const given = Math.min(limitAmperes, Math.max(0, (volts - this.positiveVolts) / outputOhms));
    this.positiveVolts = Math.max(0, this.positiveVolts + (this.stepSeconds / reservoirFarads) * (given - positiveAmperes - negativeAmperes));
  }
}
