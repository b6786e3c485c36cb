/**
 * What a supply offers and an amplifier takes. Volts of both halves are positive numbers; an amplifier on a single
 * supply uses the positive half for both. Class G and H stages also have a second, higher pair.
 */
export class Rails {
  positiveVolts = 0;
  negativeVolts = 0;
  highPositiveVolts = 0;
  highNegativeVolts = 0;
  /** Charge drawn since the supply last moved on, in ampere-samples. */
  positiveDraw = 0;
  negativeDraw = 0;
  highPositiveDraw = 0;
  highNegativeDraw = 0;

  /** Watts drawn at this moment, for draws gathered over so many samples. */
  wattsDrawn(samples: number): number {
    return (
      (this.positiveDraw * this.positiveVolts +
        this.negativeDraw * this.negativeVolts +
        this.highPositiveDraw * this.highPositiveVolts +
        this.highNegativeDraw * this.highNegativeVolts) /
      samples
    );
  }

  clearDraws(): void {
    this.positiveDraw = 0;
    this.negativeDraw = 0;
    this.highPositiveDraw = 0;
    this.highNegativeDraw = 0;
  }
}

/** Joules since a supply was switched on: given to the amplifier, and turned into heat in the supply; and what it has stored now. */
export type SupplyJoules = { given: number; lost: number; stored: number };

/** A supply moves its rails on in steps of a fixed length. */
export interface RailSupply {
  readonly rails: Rails;
  /** Amperes taken from the mains at this moment, signed as the mains volts are. */
  readonly mainsAmperes: number;
  readonly joules: SupplyJoules;
  /** Takes the draws of so many samples, moves on by as many, and clears them. @param mainsVolts at this moment */
  advance(mainsVolts: number, samples: number): void;
}
