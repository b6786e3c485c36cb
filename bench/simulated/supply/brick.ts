import { choice, quantityParameter, type PartOf } from "../../fields";
import { FrontEnd } from "./FrontEnd";
import type { Mains } from "./mains";
import { Rails, type RailSupply, type SupplyJoules } from "./Rails";

/** An external supply of one voltage. */
export const BRICK_FIELDS = {
  volts: quantityParameter("Output voltage", "V", [3, 100], 24),
  limitAmperes: quantityParameter("Continuous current", "A", [0.1, 60], 3),
  overload: choice(
    "Behaviour at its current limit",
    ["constant-current", "fold-back", "hiccup"],
    "constant-current",
  ),
  overloadRatio: quantityParameter("Short overload, relative to the limit", "", [1, 4], 1.3),
  overloadSeconds: quantityParameter("Overload duration", "s", [0, 2], 0.02),
  outputOhms: quantityParameter("Output and cable resistance", "Ω", [0.001, 2], 0.06),
  outputFarads: quantityParameter(
    "Capacitance behind the cable, in the amplifier",
    "F",
    [1e-6, 0.2],
    0.0022,
  ),
  efficiencyRatio: quantityParameter("Efficiency", "", [0.4, 0.99], 0.87),
  powerFactor: quantityParameter("Power factor", "", [0.3, 1], 0.6),
};
export type BrickSupply = PartOf<typeof BRICK_FIELDS> & { kind: "brick" };

/** What fold-back leaves of the limit at no volts. Common practice. */
const FOLD_BACK_RATIO = 0.25;
/** A hiccup supply gives up after this long in overload with its volts down, and tries again after this long. */
const GIVES_UP_BELOW_RATIO = 0.85;
const GIVES_UP_SECONDS = 0.02;
const REST_SECONDS = 0.6;

/**
 * A regulated voltage behind a resistance, which gives up to a limit. Each step is implicit: a small output capacitor
 * with a small resistance settles faster than a step, and an explicit one would swing.
 */
export class BrickModel implements RailSupply {
  readonly rails = new Rails();
  private readonly frontEnd: FrontEnd;
  private givenJoules = 0;
  private lostJoules = 0;
  /** What is left of the short overload, from 1 to 0. */
  private reserve = 1;
  private troubledSeconds = 0;
  private restSeconds = 0;

  constructor(
    private readonly supply: BrickSupply,
    mains: Pick<Mains, "nominalVoltsRms" | "voltsRms" | "sourceOhms">,
    private readonly stepSeconds: number,
  ) {
    this.frontEnd = new FrontEnd(mains, supply.powerFactor);
    this.publish(supply.volts);
  }

  get mainsAmperes(): number {
    return this.frontEnd.mainsAmperes;
  }

  get joules(): SupplyJoules {
    const { outputFarads } = this.supply;
    return {
      given: this.givenJoules,
      lost: this.lostJoules,
      stored: this.frontEnd.storedJoules + (outputFarads * this.rails.positiveVolts ** 2) / 2,
    };
  }

  advance(mainsVolts: number, samples: number): void {
    const { supply, rails, frontEnd } = this;
    const seconds = samples * this.stepSeconds;
    const hasMains = frontEnd.watch(mainsVolts, seconds);
    const drawn = (rails.positiveDraw + rails.negativeDraw) / samples;
    const before = rails.positiveVolts;
    const storedOhms = seconds / supply.outputFarads;
    // Where the volts would settle in this step with the source connected, and the current that takes.
    const asked = (supply.volts - before + storedOhms * drawn) / (supply.outputOhms + storedOhms);
    const given =
      hasMains && !this.isResting(seconds)
        ? Math.min(this.limit(before, seconds), Math.max(0, asked))
        : 0;
    this.noteTrouble(given < asked, before, seconds);
    rails.clearDraws();
    this.publish(Math.max(0, before + storedOhms * (given - drawn)));
    const middle = (before + rails.positiveVolts) / 2;
    const taken = (given * (middle + given * supply.outputOhms)) / supply.efficiencyRatio;
    this.givenJoules += drawn * middle * seconds;
    this.lostJoules += (taken - given * middle) * seconds;
    frontEnd.take(taken, mainsVolts, seconds);
  }

  private publish(volts: number): void {
    this.rails.positiveVolts = volts;
    this.rails.negativeVolts = volts;
    this.rails.highPositiveVolts = volts;
    this.rails.highNegativeVolts = volts;
  }

  private isResting(seconds: number): boolean {
    if (this.restSeconds > 0) this.restSeconds -= seconds;
    return this.restSeconds > 0;
  }

  /** The reserve is a store of ampere-seconds above the limit, which fills again as slowly as the limit allows. */
  private limit(volts: number, seconds: number): number {
    const { limitAmperes, overload, overloadRatio, overloadSeconds } = this.supply;
    const extra = (overloadRatio - 1) * limitAmperes;
    const drawn = (this.supply.volts - volts) / this.supply.outputOhms;
    if (extra > 0 && overloadSeconds > 0)
      this.reserve = Math.min(
        1,
        Math.max(
          0,
          this.reserve -
            ((Math.min(drawn, limitAmperes + extra) - limitAmperes) / extra) *
              (seconds / overloadSeconds) *
              (drawn > limitAmperes ? 1 : RECOVERY_RATIO),
        ),
      );
    const most = limitAmperes + (this.reserve > 0 && overloadSeconds > 0 ? extra : 0);
    return overload === "fold-back"
      ? most * (FOLD_BACK_RATIO + (1 - FOLD_BACK_RATIO) * Math.min(1, volts / this.supply.volts))
      : most;
  }

  private noteTrouble(isLimited: boolean, volts: number, seconds: number): void {
    if (this.supply.overload !== "hiccup") return;
    this.troubledSeconds =
      this.restSeconds <= 0 && isLimited && volts < GIVES_UP_BELOW_RATIO * this.supply.volts
        ? this.troubledSeconds + seconds
        : 0;
    if (this.troubledSeconds > GIVES_UP_SECONDS) {
      this.restSeconds = REST_SECONDS;
      this.troubledSeconds = 0;
    }
  }
}

/** It recovers five times as slowly as it tires. */
const RECOVERY_RATIO = 0.2;
