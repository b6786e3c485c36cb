import type { Warmth } from "@/core/drive";
import type { Shot } from "@/core/run";

/**
 * What loads and amplifier feel when a run's last recording ended: the next begins as warm, since none of the time between is sure.
 * Loads are felt apart; the breaker and the heat sink are the amplifier's, whatever the load.
 */
export class AccumulatedHeat {
  private readonly loads = new Map<Shot["load"], Warmth["loadWatts"]>();
  private mainsAmperes = 0;

  /** @param sinkKelvin how far the sink is predicted to be above the room as the run begins */
  constructor(private sinkKelvin: number) {}

  before(load: Shot["load"]): Warmth {
    const { mainsAmperes, sinkKelvin } = this;
    return { loadWatts: this.loads.get(load) ?? [], mainsAmperes, sinkKelvin };
  }

  after(load: Shot["load"], { loadWatts, mainsAmperes, sinkKelvin }: Warmth): void {
    this.loads.set(load, loadWatts);
    this.mainsAmperes = mainsAmperes;
    this.sinkKelvin = sinkKelvin;
  }
}
