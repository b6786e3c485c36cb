import { quantityParameter, type PartOf } from "../../fields";
import { Rails, type RailSupply, type SupplyJoules } from "./Rails";
import { JUNCTION_VOLTS, rectify } from "./rectifier";

/** Transformer, bridge and reservoirs, unregulated; one winding half, and one reservoir, for each rail. */
export const LINEAR_FIELDS = {
  secondaryVoltsRms: quantityParameter("Each half of the winding, without load", "V", [3, 500], 28),
  windingOhms: quantityParameter("Each half of the winding", "Ω", [0.005, 200], 0.25),
  primaryOhms: quantityParameter("Primary winding", "Ω", [0.01, 200], 2.5),
  diodeVolts: quantityParameter("Drop of a rectifier diode at 1 A", "V", [0, 3], 0.84),
  diodeOhms: quantityParameter("Slope resistance of a diode", "Ω", [0, 1], 0.02),
  reservoirFarads: quantityParameter("Reservoir of each rail, as new", "F", [1e-5, 0.5], 0.01),
  reservoirOhms: quantityParameter("Series resistance of a reservoir, as new", "Ω", [0, 2], 0.02),
  dryingRatio: quantityParameter("Reservoir ageing", "", [0, 0.99], 0),
  highSecondaryVoltsRms: quantityParameter(
    "Second, higher winding for class G or H; 0 for none",
    "V",
    [0, 200],
    0,
  ),
};
export type LinearSupply = PartOf<typeof LINEAR_FIELDS> & { kind: "linear" };

/** A capacitor that dries out loses capacitance, and its series resistance rises as the inverse square of what is left. Common practice: double the resistance at 70 % capacitance. */
const dried = ({
  reservoirFarads,
  reservoirOhms,
  dryingRatio,
}: LinearSupply): { farads: number; ohms: number } => ({
  farads: reservoirFarads * (1 - dryingRatio),
  ohms: reservoirOhms / (1 - dryingRatio) ** 2,
});

/**
 * The two reservoirs are charged while the rectified winding stands above them, and feed the amplifier between. What both
 * take meets in the primary and in the mains, which makes each sag with the other's current.
 * The trapezoidal rule is used: with dried-out reservoirs the shortest time constant is only ten steps or so long.
 * @see O. H. Schade, Analysis of Rectifier Operation, Proc. IRE 31, 1943
 */
export class LinearSupplyModel implements RailSupply {
  readonly rails = new Rails();
  mainsAmperes = 0;
  private readonly low: Reservoirs;
  private readonly high: Reservoirs | null;
  private readonly wayOhms: number;
  private lostInPrimary = 0;

  constructor(
    private readonly supply: LinearSupply,
    mains: { nominalVoltsRms: number; sourceOhms: number },
    private readonly stepSeconds: number,
  ) {
    this.low = new Reservoirs(supply, supply.secondaryVoltsRms, mains);
    this.high =
      supply.highSecondaryVoltsRms > 0
        ? new Reservoirs(supply, supply.highSecondaryVoltsRms, mains)
        : null;
    this.wayOhms = supply.primaryOhms + mains.sourceOhms;
    this.publish();
  }

  advance(mainsVolts: number, samples: number): void {
    const { rails, low, high, wayOhms } = this;
    const seconds = samples * this.stepSeconds;
    const volts = Math.abs(mainsVolts);
    // Each pair of windings feels what the other took in the last step.
    low.advance(
      volts - wayOhms * (high?.mainsAmperes ?? 0),
      [rails.positiveDraw / samples, rails.negativeDraw / samples],
      seconds,
    );
    high?.advance(
      volts - wayOhms * low.mainsAmperes,
      [rails.highPositiveDraw / samples, rails.highNegativeDraw / samples],
      seconds,
    );
    const amperes = low.mainsAmperes + (high?.mainsAmperes ?? 0);
    this.lostInPrimary += this.supply.primaryOhms * amperes ** 2 * seconds;
    this.mainsAmperes = mainsVolts < 0 ? -amperes : amperes;
    rails.clearDraws();
    this.publish();
  }

  get joules(): SupplyJoules {
    const pairs = this.high ? [this.low, this.high] : [this.low];
    const sum = (read: (pair: Reservoirs) => number) =>
      pairs.reduce((total, pair) => total + read(pair), 0);
    return {
      given: sum(({ givenJoules }) => givenJoules),
      lost: this.lostInPrimary + sum(({ lostJoules }) => lostJoules),
      stored: sum(({ storedJoules }) => storedJoules),
    };
  }

  private publish(): void {
    const { rails, low, high } = this;
    rails.positiveVolts = low.positiveVolts;
    rails.negativeVolts = low.negativeVolts;
    rails.highPositiveVolts = high ? high.positiveVolts : low.positiveVolts;
    rails.highNegativeVolts = high ? high.negativeVolts : low.negativeVolts;
  }
}

/** One pair of reservoirs on its pair of windings. */
class Reservoirs {
  positiveVolts: number;
  negativeVolts: number;
  /** Taken from the mains at this moment, without sign. */
  mainsAmperes = 0;
  givenJoules = 0;
  /** In windings, diodes and reservoirs; the primary is shared. */
  lostJoules = 0;
  private positiveStored: number;
  private negativeStored: number;
  private readonly turnsRatio: number;
  private readonly wayOhms: number;
  private readonly sharedOhms: number;
  private readonly diodeVolts: number;
  private readonly farads: number;
  private readonly seriesOhms: number;
  private readonly over: [positive: number, negative: number] = [0, 0];
  private readonly into: [positive: number, negative: number] = [0, 0];

  constructor(
    supply: LinearSupply,
    secondaryVoltsRms: number,
    mains: { nominalVoltsRms: number; sourceOhms: number },
  ) {
    const { farads, ohms } = dried(supply);
    this.turnsRatio = secondaryVoltsRms / mains.nominalVoltsRms;
    this.wayOhms = supply.windingOhms + supply.diodeOhms;
    this.sharedOhms = this.turnsRatio ** 2 * (supply.primaryOhms + mains.sourceOhms);
    this.diodeVolts = supply.diodeVolts;
    this.farads = farads;
    this.seriesOhms = ohms;
    const peak = Math.max(0, secondaryVoltsRms * Math.SQRT2 - supply.diodeVolts);
    this.positiveVolts = this.positiveStored = peak;
    this.negativeVolts = this.negativeStored = peak;
  }

  get storedJoules(): number {
    return (this.farads * (this.positiveStored ** 2 + this.negativeStored ** 2)) / 2;
  }

  /** Moves on with so many amperes drawn from each rail. @param mainsVolts without sign */
  advance(mainsVolts: number, drawn: readonly [number, number], seconds: number): void {
    const { wayOhms, sharedOhms, seriesOhms, over, into } = this;
    // Trapezoidal: the charging current is that of the middle of the step, when half of it has already raised the reservoir.
    const halfStepOhms = seconds / (2 * this.farads);
    const insideOhms = seriesOhms + halfStepOhms;
    const winding = mainsVolts * this.turnsRatio - this.diodeVolts;
    // The terminal lies above the stored volts by what the series resistance takes.
    over[0] = winding - this.positiveStored + insideOhms * drawn[0];
    over[1] = winding - this.negativeStored + insideOhms * drawn[1];
    rectify(over, wayOhms + insideOhms, sharedOhms, into);
    const positive = into[0] - drawn[0],
      negative = into[1] - drawn[1];
    this.note(this.positiveStored + insideOhms * positive, into[0], drawn[0], seconds);
    this.note(this.negativeStored + insideOhms * negative, into[1], drawn[1], seconds);
    this.positiveStored = Math.max(0, this.positiveStored + 2 * halfStepOhms * positive);
    this.negativeStored = Math.max(0, this.negativeStored + 2 * halfStepOhms * negative);
    this.positiveVolts = Math.max(0, this.positiveStored + seriesOhms * positive);
    this.negativeVolts = Math.max(0, this.negativeStored + seriesOhms * negative);
    this.mainsAmperes = this.turnsRatio * (into[0] + into[1]);
  }

  /** Energy of one rail in this step, with the volts at its terminal in the middle of it. */
  private note(terminalVolts: number, into: number, drawn: number, seconds: number): void {
    const diodeVolts = into > 0 ? this.diodeVolts + JUNCTION_VOLTS * Math.log(into) : 0;
    this.givenJoules += drawn * terminalVolts * seconds;
    this.lostJoules +=
      (into * (diodeVolts + this.wayOhms * into) + this.seriesOhms * (into - drawn) ** 2) * seconds;
  }
}
