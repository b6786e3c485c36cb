import type { Mains } from "./mains";
import { rectifierAmperes } from "./rectifierAmperes";

/** A switched supply holds through a lost half cycle, then stops. */
const HOLD_SECONDS = 0.02;
const LEAST_PRESENCE = 0.3;
/** The store is filled up again over about so long: power that comes and goes faster is not seen by the mains. */
const FILL_SECONDS = 0.05;

/** What a switched supply has towards the mains: rectifier and store. It takes from the socket, in time, all that is taken from it. */
export class FrontEnd {
  mainsAmperes = 0;
  /** What its store holds more than when it was switched on; below 0 while it gives. */
  storedJoules = 0;
  private presence = 1;

  constructor(
    private readonly mains: Pick<Mains, "nominalVoltsRms" | "voltsRms" | "sourceOhms">,
    private readonly powerFactor: number,
  ) {}

  /** Looks at the mains. @returns whether there is enough of it to go on */
  watch(mainsVolts: number, seconds: number): boolean {
    const now = Math.min(1, Math.abs(mainsVolts) / this.mains.nominalVoltsRms);
    this.presence += (now - this.presence) * Math.min(1, seconds / HOLD_SECONDS);
    return this.presence >= LEAST_PRESENCE;
  }

  /** @param watts that the supply takes over these seconds, losses included */
  take(watts: number, mainsVolts: number, seconds: number): void {
    const { mains } = this;
    const wanted = Math.max(0, -this.storedJoules / FILL_SECONDS);
    const amperes = rectifierAmperes(wanted, mainsVolts, mains, this.powerFactor);
    this.storedJoules += (amperes * (mainsVolts - amperes * mains.sourceOhms) - watts) * seconds;
    this.mainsAmperes = amperes;
  }
}
