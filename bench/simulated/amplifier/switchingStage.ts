import { ClippedOutput } from "../circuit/ClippedOutput";
import { behindFilter, loadSpace, type LoadState } from "../load/loadSpace";
import { onOff, quantity, type PartOf } from "../rig/fields";
import type { Rails } from "../supply/Rails";
import { Gathered, type OutputStage, type StageReading } from "./OutputStage";
import type { Seat } from "./seat";

/** Class D, averaged over the switching period, with its output filter as seen by the load. */
export const CLASS_D_FIELDS = {
  dutyMostRatio: quantity("Longest pulse, share of the period", "", 0.5, 1, 0.97),
  deviceOhms: quantity("Switches and coils in series with the load", "Ω", 0.005, 2, 0.15),
  filterHenries: quantity("Output filter, inductance in series with the load", "H", 1e-6, 2e-4, 2e-5),
  filterFarads: quantity("Output filter, capacitance across the load", "F", 1e-8, 2e-5, 6.8e-7),
  deadTimeVolts: quantity("Step of the dead time, after feedback", "V", 0, 1, 4e-3),
  rippleAmperes: quantity("Ripple current that rounds it", "A", 0, 5, 0.4),
  railFeedbackRatio: quantity("How much of the supply's changes feedback takes out", "", 0, 1, 0.98),
  idleAmperes: quantity("Idle current of each channel", "A", 0, 2, 0.03),
  currentLimitAmperes: quantity("Current limit, peak; 0 is none", "A", 0, 100, 0),
  isBridgeTied: onOff("Bridge-tied outputs", true),
};
export type ClassDStage = PartOf<typeof CLASS_D_FIELDS> & { kind: "class-d" };

/**
 * The mean output of a switching stage: it is held by its longest pulse times the supply, its gain follows the supply as
 * far as feedback lets it, and the energy that its coil hands back goes into the other rail (pumping, where a
 * half bridge hangs between two). The carrier itself lies above any converter here and is left out.
 * @see R. W. Erickson, D. Maksimovic, Fundamentals of Power Electronics, state-space averaging. From memory.
 */
export class SwitchingStage implements OutputStage {
  private readonly output: ClippedOutput;
  private readonly gathered = new Gathered();
  private readonly isHalfBridge: boolean;
  private restVolts = 0;
  private loadOhms = 8;
  private overlapVolts = 0;
  private idleAmperes: number;
  private before = 0;
  private rootBefore = 0;

  constructor(private readonly stage: ClassDStage, private readonly seat: Seat, load: LoadState, stepSeconds: number) {
    this.output = new ClippedOutput(this.network(load), stepSeconds);
    this.isHalfBridge = seat.devices === 1;
    this.idleAmperes = stage.idleAmperes;
    this.note(load);
  }

  settle(load: LoadState, idleAmperes: number): void {
    this.idleAmperes = idleAmperes;
    this.note(load);
    this.output.rewire(this.network(load));
  }

  run(asked: Float64Array, load: Float64Array, first: number, end: number, rails: Rails, addedVolts: number): void {
    const { output, stage, seat, gathered, overlapVolts } = this;
    const upper = seat.highest[0] * rails.positiveVolts + seat.highest[1] * rails.negativeVolts;
    const lower = seat.lowest[0] * rails.positiveVolts + seat.lowest[1] * rails.negativeVolts;
    const span = upper + lower;
    if (this.restVolts === 0) this.restVolts = span;
    const gain = 1 + (1 - stage.railFeedbackRatio) * (span / this.restVolts - 1);
    const limit = stage.currentLimitAmperes > 0 ? stage.currentLimitAmperes * this.loadOhms : Infinity;
    const highest = Math.min(limit, stage.dutyMostRatio * upper), lowest = -Math.min(limit, stage.dutyMostRatio * lower);
    let { before, rootBefore } = this;
    for (let n = first; n < end; n++) {
      const x = gain * asked[n] + addedVolts;
      const root = Math.sqrt(x * x + overlapVolts * overlapVolts);
      const wanted = x - (stage.deadTimeVolts * (x + before)) / (root + rootBefore + TINY);
      before = x;
      rootBefore = root;
      output.drive(wanted, lowest, highest);
      const volts = output.loadVolts, amperes = output.amperes;
      load[n] = volts;
      gathered.add(volts, amperes);
      const node = wanted > highest ? highest : wanted < lowest ? lowest : wanted;
      // Share of the period on each rail; the coil's current comes out of one and goes back into the other.
      const onPositive = (node + lower) / (span + TINY);
      if (this.isHalfBridge) {
        rails.positiveDraw += seat.up.push[0] * (onPositive * amperes + this.idleAmperes);
        rails.negativeDraw += seat.down.push[1] * (this.idleAmperes - (1 - onPositive) * amperes);
      } else {
        const draw = (2 * onPositive - 1) * amperes + this.idleAmperes;
        rails.positiveDraw += seat.up.push[0] * draw;
        rails.negativeDraw += seat.up.push[1] * draw;
      }
    }
    this.before = before;
    this.rootBefore = rootBefore;
  }

  reading(): StageReading {
    return this.gathered.take();
  }

  private network(load: LoadState) {
    const { deviceOhms, filterHenries, filterFarads } = this.stage;
    return behindFilter({ ohms: deviceOhms, henries: filterHenries, farads: filterFarads }, loadSpace(load, 0, 0));
  }

  private note(load: LoadState): void {
    this.loadOhms = load.kind === "resistive" ? load.ohms : load.part.ohms;
    this.overlapVolts = this.stage.rippleAmperes * this.loadOhms;
  }
}

const TINY = 1e-12;
