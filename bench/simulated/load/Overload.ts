import { secondsUntil } from "../heat/settling";

/** The wire under the coating follows the power within seconds, long before the surface does. */
const WIRE_SECONDS = 25;
/**
 * Wire-wound parts stand ten times their rating for five seconds, which brings the wire to 1.8 times what its rating holds it at
 * (common practice in makers' sheets; IEC 60115-1 tests overload so). From twice on they drift permanently, and at four times
 * they open: chosen here.
 */
const DRIFTS_FROM = 2;
const OPENS_AT = 4;
/** Change of the ohms in a second, for each time that the wire stands above where drift begins. */
const DRIFT_A_SECOND = 0.002;

/** What power beyond its rating does to a resistor or a voice coil. */
export class Overload {
  /** Permanent change of its resistance. */
  driftRatio = 0;
  /** Over what the rating would hold it at. */
  private wire = 0;

  constructor(private readonly ratedWatts: number) {}

  get isBurnt(): boolean {
    return this.wire >= OPENS_AT;
  }

  /** Takes steady watts over some seconds. A burnt wire stays so. */
  take(watts: number, seconds: number): void {
    if (this.isBurnt) return;
    const settled = watts / this.ratedWatts,
      before = this.wire;
    this.wire = settled + (before - settled) * Math.exp(-seconds / WIRE_SECONDS);
    const over = Math.max(0, (before + this.wire) / 2 - DRIFTS_FROM);
    this.driftRatio += DRIFT_A_SECOND * over * seconds;
  }

  /** At steady watts; Infinity where it bears them, or is burnt already. */
  secondsToBurn(watts: number): number {
    const settled = watts / this.ratedWatts;
    return this.isBurnt || settled <= OPENS_AT
      ? Infinity
      : secondsUntil(this.wire, settled, OPENS_AT, WIRE_SECONDS);
  }
}
