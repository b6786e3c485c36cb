import { quantity, type PartOf } from "../../fields";
import type { Mains } from "./mains";
import { Rails, type Supply } from "./Rails";
import { rectifierAmperes } from "./rectifierAmperes";

/** A switched supply inside the amplifier: two regulated rails that share its power. */
export const SWITCHED_FIELDS = {
  railVolts: quantity("Each rail", "V", [5, 150], 45),
  continuousWatts: quantity("Power it gives for any time", "W", [5, 5000], 400),
  peakWatts: quantity("Power it gives for a short time", "W", [5, 10_000], 700),
  peakSeconds: quantity("How long that is", "s", [0, 5], 0.2),
  outputOhms: quantity("Output resistance of a rail", "Ω", [0.001, 2], 0.05),
  outputFarads: quantity("Capacitance of a rail", "F", [1e-6, 0.2], 0.0022),
  efficiencyRatio: quantity("Efficiency", "", [0.4, 0.99], 0.9),
  powerFactor: quantity("Power factor", "", [0.3, 1], 0.95),
};
export type SwitchedSupply = PartOf<typeof SWITCHED_FIELDS> & { kind: "switched" };

/** Implicit for the same reason as the brick: small capacitors behind small resistances. It can give current but take none, so a rail may be pumped up. */
export class SwitchedModel implements Supply {
  readonly rails = new Rails();
  mainsAmperes = 0;
  private reserve = 1;

  constructor(
    private readonly supply: SwitchedSupply,
    private readonly mains: Pick<Mains, "voltsRms" | "sourceOhms">,
    private readonly stepSeconds: number,
  ) {
    this.publish(supply.railVolts, supply.railVolts);
  }

  advance(mainsVolts: number, samples: number): void {
    const { supply, rails } = this;
    const seconds = samples * this.stepSeconds;
    const storedOhms = seconds / supply.outputFarads;
    const positiveDrawn = rails.positiveDraw / samples,
      negativeDrawn = rails.negativeDraw / samples;
    const ask = (before: number, drawn: number) =>
      Math.max(
        0,
        (supply.railVolts - before + storedOhms * drawn) / (supply.outputOhms + storedOhms),
      );
    let positive = ask(rails.positiveVolts, positiveDrawn),
      negative = ask(rails.negativeVolts, negativeDrawn);
    const watts = positive * rails.positiveVolts + negative * rails.negativeVolts;
    const most = this.mostWatts(watts, seconds);
    if (watts > most) {
      positive *= most / watts;
      negative *= most / watts;
    }
    rails.clearDraws();
    this.publish(
      Math.max(0, rails.positiveVolts + storedOhms * (positive - positiveDrawn)),
      Math.max(0, rails.negativeVolts + storedOhms * (negative - negativeDrawn)),
    );
    this.mainsAmperes = rectifierAmperes(
      Math.min(watts, most) / supply.efficiencyRatio,
      mainsVolts,
      this.mains,
      supply.powerFactor,
    );
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
