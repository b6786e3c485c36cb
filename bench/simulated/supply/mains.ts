import { secondsUntil } from "../heat/settling";
import { choice, quantityParameter, type PartOf } from "../../fields";

/** The socket that everything is connected to. */
export const MAINS_FIELDS = {
  nominalVoltsRms: quantityParameter("Voltage the amplifier is set to", "V", [90, 250], 230),
  voltsRms: quantityParameter("Voltage at the socket, without load", "V", [50, 300], 230),
  frequencyHz: quantityParameter("Mains frequency", "Hz", [45, 65], 50),
  sourceOhms: quantityParameter("Resistance of the circuit", "Ω", [0, 5], 0.4),
  breakerAmperes: quantityParameter("Breaker rating", "A", [0.5, 63], 16),
  breakerCurve: choice("Breaker curve", ["B", "C"], "B"),
};
export type Mains = PartOf<typeof MAINS_FIELDS>;

/** Times the rating at which a breaker trips at once: the middle of the standard's band. @see IEC 60898-1 (B: 3 to 5, C: 5 to 10). From memory. */
const INSTANT_RATIO = { B: 4, C: 7.5 } as const;
/** A breaker must hold 1.13 times its rating for an hour and trip within an hour at 1.45 times. @see IEC 60898-1. From memory. */
const HOLDS_RATIO = 1.25;
const BIMETAL_SECONDS = 120;

/** Volts over time, what has been taken from it, and the breaker. */
export class MainsModel {
  /** At this moment. */
  volts = 0;
  isTripped = false;
  private phase = 0;
  private bimetal = 0;
  private squares = 0;
  private energy = 0;
  private peak = 0;
  private steps = 0;

  constructor(
    private readonly mains: Mains,
    private readonly stepSeconds: number,
  ) {}

  advance(samples: number): void {
    this.phase = (this.phase + this.mains.frequencyHz * this.stepSeconds * samples) % 1;
    this.volts = this.isTripped
      ? 0
      : this.mains.voltsRms * Math.SQRT2 * Math.sin(2 * Math.PI * this.phase);
  }

  /** Notes what was taken. The voltage at the socket falls by the source's resistance; supplies count that themselves. */
  take(amperes: number): void {
    const size = Math.abs(amperes);
    this.squares += size * size;
    this.energy += amperes * (this.volts - amperes * this.mains.sourceOhms);
    if (size > this.peak) this.peak = size;
    this.steps++;
  }

  /** Amperes RMS and peak, and watts, since the last call. */
  settle(): { amperesRms: number; amperesPeak: number; watts: number } {
    const steps = Math.max(1, this.steps);
    const reading = {
      amperesRms: Math.sqrt(this.squares / steps),
      amperesPeak: this.peak,
      watts: this.energy / steps,
    };
    this.squares = this.energy = this.peak = this.steps = 0;
    return reading;
  }

  /** Moves the breaker on by some seconds at these amperes. */
  warm(amperesRms: number, seconds: number): void {
    const load = this.loadOf(amperesRms);
    this.bimetal += (load - this.bimetal) * (1 - Math.exp(-seconds / BIMETAL_SECONDS));
    if (
      this.bimetal > HOLDS_RATIO ** 2 ||
      amperesRms > INSTANT_RATIO[this.mains.breakerCurve] * this.mains.breakerAmperes
    )
      this.isTripped = true;
  }

  /** Until the breaker trips at these amperes; Infinity where it holds them, or has tripped. */
  secondsToTrip(amperesRms: number): number {
    const load = this.loadOf(amperesRms),
      most = HOLDS_RATIO ** 2;
    return this.isTripped || load <= most
      ? Infinity
      : secondsUntil(this.bimetal, load, most, BIMETAL_SECONDS);
  }

  private loadOf(amperesRms: number): number {
    return (amperesRms / this.mains.breakerAmperes) ** 2;
  }
}
