import { quantityParameter, type PartOf } from "../../fields";
import { FrontEnd } from "./FrontEnd";
import type { Mains } from "./mains";
import { Rails, type RailSupply, type SupplyJoules } from "./Rails";

/** A switched supply inside the amplifier: two regulated rails that share its power. */
export const SWITCHED_FIELDS = {
  railVolts: quantityParameter("Rail voltage", "V", [5, 150], 45),
  continuousWatts: quantityParameter("Continuous power", "W", [5, 5000], 400),
  peakWatts: quantityParameter("Short-term power", "W", [5, 10_000], 700),
  peakSeconds: quantityParameter("Short-term duration", "s", [0, 5], 0.2),
  outputOhms: quantityParameter("Output resistance of a rail", "Ω", [0.001, 2], 0.05),
  outputFarads: quantityParameter("Capacitance of a rail", "F", [1e-6, 0.2], 0.0022),
  efficiencyRatio: quantityParameter("Efficiency", "", [0.4, 0.99], 0.9),
  powerFactor: quantityParameter("Power factor", "", [0.3, 1], 0.95),
};
export type SwitchedSupply = PartOf<typeof SWITCHED_FIELDS> & { kind: "switched" };

/** Implicit for the same reason as the brick: small capacitors behind small resistances. It can give current but take none, so a rail may be pumped up. */
export class SwitchedModel implements RailSupply {
  readonly rails = new Rails();
  private readonly frontEnd: FrontEnd;
  private givenJoules = 0;
  private lostJoules = 0;
  private reserve = 1;

  constructor(
    private readonly supply: SwitchedSupply,
    mains: Pick<Mains, "nominalVoltsRms" | "voltsRms" | "sourceOhms">,
    private readonly stepSeconds: number,
  ) {
    this.frontEnd = new FrontEnd(mains, supply.powerFactor);
    this.publish(supply.railVolts, supply.railVolts);
  }

  get mainsAmperes(): number {
    return this.frontEnd.mainsAmperes;
  }

  get joules(): SupplyJoules {
    const { rails, frontEnd, supply } = this;
    const squares = rails.positiveVolts ** 2 + rails.negativeVolts ** 2;
    return {
      given: this.givenJoules,
      lost: this.lostJoules,
      stored: frontEnd.storedJoules + (supply.outputFarads * squares) / 2,
    };
  }

  advance(mainsVolts: number, samples: number): void {
    const { supply, rails, frontEnd } = this;
    const seconds = samples * this.stepSeconds;
    const hasMains = frontEnd.watch(mainsVolts, seconds);
    const storedOhms = seconds / supply.outputFarads;
    const drawn = [rails.positiveDraw / samples, rails.negativeDraw / samples] as const,
      before = [rails.positiveVolts, rails.negativeVolts] as const;
    const asked = before.map((volts, rail) =>
      hasMains
        ? Math.max(
            0,
            (supply.railVolts - volts + storedOhms * drawn[rail]) /
              (supply.outputOhms + storedOhms),
          )
        : 0,
    );
    const watts = asked[0] * before[0] + asked[1] * before[1];
    const share = Math.min(1, this.mostWatts(watts, seconds) / Math.max(watts, TINY));
    const after = before.map((volts, rail) =>
      Math.max(0, volts + storedOhms * (share * asked[rail] - drawn[rail])),
    );
    rails.clearDraws();
    this.publish(after[0], after[1]);
    let taken = 0;
    for (let rail = 0; rail < 2; rail++) {
      const given = share * asked[rail],
        middle = (before[rail] + after[rail]) / 2;
      const fromMains = (given * (middle + given * supply.outputOhms)) / supply.efficiencyRatio;
      taken += fromMains;
      this.givenJoules += drawn[rail] * middle * seconds;
      this.lostJoules += (fromMains - given * middle) * seconds;
    }
    frontEnd.take(taken, mainsVolts, seconds);
  }

  private mostWatts(watts: number, seconds: number): number {
    const { continuousWatts, peakWatts, peakSeconds } = this.supply;
    const extra = peakWatts - continuousWatts;
    if (!(extra > 0) || peakSeconds === 0) return continuousWatts;
    this.reserve = Math.min(
      1,
      Math.max(
        0,
        this.reserve -
          ((Math.min(watts, peakWatts) - continuousWatts) / extra) * (seconds / peakSeconds),
      ),
    );
    return this.reserve > 0 ? peakWatts : continuousWatts;
  }

  private publish(positiveVolts: number, negativeVolts: number): void {
    this.rails.positiveVolts = positiveVolts;
    this.rails.negativeVolts = negativeVolts;
    this.rails.highPositiveVolts = positiveVolts;
    this.rails.highNegativeVolts = negativeVolts;
  }
}

/** Keeps a quotient defined where nothing flows. */
const TINY = 1e-12;
