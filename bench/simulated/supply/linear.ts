import { quantity, type PartOf } from "../../fields";
import { Rails, type Supply } from "./Rails";

/** Transformer, bridge and reservoirs, unregulated; one winding half, and one reservoir, for each rail. */
export const LINEAR_FIELDS = {
  secondaryVoltsRms: quantity("Each half of the winding, without load", "V", [3, 500], 28),
  windingOhms: quantity("Each half of the winding", "Ω", [0.005, 200], 0.25),
  primaryOhms: quantity("Primary winding", "Ω", [0.01, 200], 2.5),
  diodeVolts: quantity("Drop of a rectifier diode at 1 A", "V", [0, 3], 0.84),
  diodeOhms: quantity("Slope resistance of a diode", "Ω", [0, 1], 0.02),
  reservoirFarads: quantity("Reservoir of each rail, as new", "F", [1e-5, 0.5], 0.01),
  reservoirOhms: quantity("Series resistance of a reservoir, as new", "Ω", [0, 2], 0.02),
  dryingRatio: quantity("How far the reservoirs have dried out", "", [0, 0.99], 0),
  highSecondaryVoltsRms: quantity(
    "Second, higher winding for class G or H; 0 is none",
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
export class LinearSupplyModel implements Supply {
  readonly rails = new Rails();
  mainsAmperes = 0;
  private readonly low: Reservoirs;
  private readonly high: Reservoirs | null;

  constructor(
    supply: LinearSupply,
    mains: { nominalVoltsRms: number; sourceOhms: number },
    private readonly stepSeconds: number,
  ) {
    this.low = new Reservoirs(supply, supply.secondaryVoltsRms, mains);
    this.high =
      supply.highSecondaryVoltsRms > 0
        ? new Reservoirs(supply, supply.highSecondaryVoltsRms, mains)
        : null;
    this.publish();
  }

  advance(mainsVolts: number, samples: number): void {
    const { rails, low, high } = this;
    const seconds = samples * this.stepSeconds;
    let mainsAmperes = low.advance(
      mainsVolts,
      rails.positiveDraw / samples,
      rails.negativeDraw / samples,
      seconds,
    );
    if (high)
      mainsAmperes += high.advance(
        mainsVolts,
        rails.highPositiveDraw / samples,
        rails.highNegativeDraw / samples,
        seconds,
      );
    this.mainsAmperes = mainsAmperes;
    rails.clearDraws();
    this.publish();
  }

  private publish(): void {
    const { rails, low, high } = this;
    rails.positiveVolts = low.positiveVolts;
    rails.negativeVolts = low.negativeVolts;
    rails.highPositiveVolts = high ? high.positiveVolts : low.positiveVolts;
    rails.highNegativeVolts = high ? high.negativeVolts : low.negativeVolts;
  }
}

/** Volts a factor of e in current of a silicon junction with an emission coefficient of 1.7. @see Sedra, Smith, Microelectronic Circuits, junction diodes (from memory) */
const JUNCTION_VOLTS = 0.044;
const LEAST_AMPERES = 1e-3;
const PULSES_FADE_SECONDS = 0.05;

/** One pair of reservoirs on its pair of windings. */
class Reservoirs {
  positiveVolts: number;
  negativeVolts: number;
  private positiveStored: number;
  private negativeStored: number;
  private readonly turnsRatio: number;
  private readonly ownOhms: number;
  private readonly sharedOhms: number;
  private readonly diodeVolts: number;
  private readonly farads: number;
  /** Peak of the charging pulses, which fades where none follow. */
  private chargingAmperes = 1;
  private readonly seriesOhms: number;

  constructor(
    supply: LinearSupply,
    secondaryVoltsRms: number,
    mains: { nominalVoltsRms: number; sourceOhms: number },
  ) {
    const { farads, ohms } = dried(supply);
    this.turnsRatio = secondaryVoltsRms / mains.nominalVoltsRms;
    this.ownOhms = supply.windingOhms + supply.diodeOhms + ohms;
    this.sharedOhms = this.turnsRatio ** 2 * (supply.primaryOhms + mains.sourceOhms);
    this.diodeVolts = supply.diodeVolts;
    this.farads = farads;
    this.seriesOhms = ohms;
    const peak = Math.max(0, secondaryVoltsRms * Math.SQRT2 - supply.diodeVolts);
    this.positiveVolts = this.positiveStored = peak;
    this.negativeVolts = this.negativeStored = peak;
  }

  /** @returns amperes taken from the mains */
  advance(
    mainsVolts: number,
    positiveAmperes: number,
    negativeAmperes: number,
    seconds: number,
  ): number {
    const { ownOhms, sharedOhms, seriesOhms } = this;
    // Trapezoidal: the charging current is that of the middle of the step, when half of it has already raised the reservoir.
    const halfStepOhms = seconds / (2 * this.farads);
    const winding = Math.abs(mainsVolts) * this.turnsRatio - this.diodeDrop(seconds);
    // The terminal lies above the stored volts by what the series resistance takes.
    const overPositive =
      winding - this.positiveStored + (seriesOhms + halfStepOhms) * positiveAmperes;
    const overNegative =
      winding - this.negativeStored + (seriesOhms + halfStepOhms) * negativeAmperes;
    let intoPositive = 0,
      intoNegative = 0;
    if (overPositive > 0 || overNegative > 0) {
      // Both conduct: two equations with the shared drop; where that would turn a current round, only one does.
      const both = ownOhms + halfStepOhms + sharedOhms,
        scale = 1 / (both * both - sharedOhms * sharedOhms);
      intoPositive = (both * overPositive - sharedOhms * overNegative) * scale;
      intoNegative = (both * overNegative - sharedOhms * overPositive) * scale;
      if (intoPositive < 0) {
        intoPositive = 0;
        intoNegative = overNegative > 0 ? overNegative / both : 0;
      } else if (intoNegative < 0) {
        intoNegative = 0;
        intoPositive = overPositive > 0 ? overPositive / both : 0;
      }
    }
    this.chargingAmperes = Math.max(this.chargingAmperes, intoPositive, intoNegative);
    const share = seconds / this.farads;
    this.positiveStored = Math.max(
      0,
      this.positiveStored + share * (intoPositive - positiveAmperes),
    );
    this.negativeStored = Math.max(
      0,
      this.negativeStored + share * (intoNegative - negativeAmperes),
    );
    this.positiveVolts = Math.max(
      0,
      this.positiveStored + seriesOhms * (intoPositive - positiveAmperes),
    );
    this.negativeVolts = Math.max(
      0,
      this.negativeStored + seriesOhms * (intoNegative - negativeAmperes),
    );
    const amperes = this.turnsRatio * (intoPositive + intoNegative);
    return mainsVolts < 0 ? -amperes : amperes;
  }

  /** A junction's drop grows with the logarithm of its current; that of the pulses' peaks is near enough, and steady. */
  private diodeDrop(seconds: number): number {
    this.chargingAmperes = Math.max(
      LEAST_AMPERES,
      this.chargingAmperes * (1 - seconds / PULSES_FADE_SECONDS),
    );
    return this.diodeVolts + JUNCTION_VOLTS * Math.log(this.chargingAmperes);
  }
}
