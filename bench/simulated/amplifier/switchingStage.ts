import { limitOn, type AmperesAt, type CurrentLimit } from "../circuit/CurrentLimit";
import { LoadedOutput } from "../circuit/LoadedOutput";
import { behindFilter, loadSpace, type LoadState } from "../load/loadSpace";
import { onOff, quantityParameter, type PartOf } from "../../fields";
import type { Rails } from "../supply/Rails";
import { Crossover } from "./crossover";
import type { OutputStage } from "./OutputStage";
import type { Seat } from "./seat";

/** Class D, averaged over the switching period, with its output filter as seen by the load. */
export const CLASS_D_FIELDS = {
  dutyMostRatio: quantityParameter("Longest pulse, share of the period", "", [0.5, 1], 0.97),
  deviceOhms: quantityParameter(
    "Switches and coils in series with the load",
    "Ω",
    [0.005, 2],
    0.15,
  ),
  filterHenries: quantityParameter(
    "Output filter, inductance in series with the load",
    "H",
    [1e-6, 2e-4],
    2e-5,
  ),
  filterFarads: quantityParameter(
    "Output filter, capacitance across the load",
    "F",
    [1e-8, 2e-5],
    6.8e-7,
  ),
  deadTimeVolts: quantityParameter("Step of the dead time, after feedback", "V", [0, 1], 4e-3),
  rippleAmperes: quantityParameter("Ripple current that smooths the dead time", "A", [0, 5], 0.4),
  railFeedbackRatio: quantityParameter("Supply rejection by feedback", "", [0, 1], 0.98),
  idleAmperes: quantityParameter("Idle current of each channel", "A", [0, 2], 0.03),
  currentLimitAmperes: quantityParameter("Current limit, peak; 0 for none", "A", [0, 100], 0),
  isBridgeTied: onOff("Bridge-tied outputs", true),
};
export type ClassDStage = PartOf<typeof CLASS_D_FIELDS> & { kind: "class-d" };

/**
 * The mean output of a switching stage: it is held by its longest pulse times the supply, its gain follows the supply as
 * far as feedback lets it, and the energy that its coil hands back goes into the other rail (pumping, where a
 * load of a half bridge is connected between two). The carrier itself lies above any converter here and is left out.
 * @see R. W. Erickson, D. Maksimovic, Fundamentals of Power Electronics, state-space averaging. From memory.
 */
export class SwitchingStage implements OutputStage {
  private readonly output: LoadedOutput;
  private readonly crossover = new Crossover();
  private readonly isHalfBridge: boolean;
  private restVolts = 0;
  private loadOhms = 8;
  private idleAmperes: number;
  /** On a reactive load, where a limit of amperes is none of volts. */
  private currentLimit: CurrentLimit | null = null;
  private isResistive = true;

  constructor(
    private readonly stage: ClassDStage,
    private readonly seat: Seat,
    load: LoadState,
    private readonly time: { stepSeconds: number; blockSamples: number },
  ) {
    this.output = new LoadedOutput(this.network(load), time.stepSeconds, time.blockSamples);
    this.isHalfBridge = seat.devices === 1;
    this.idleAmperes = stage.idleAmperes;
    this.note(load);
  }

  get volts(): Float64Array {
    return this.output.volts;
  }

  get amperes(): Float64Array {
    return this.output.amperes;
  }

  settle(load: LoadState, idleAmperes: number): void {
    this.idleAmperes = idleAmperes;
    this.note(load);
    this.output.rewire(this.network(load));
  }

  bend(asked: Float64Array, rails: Rails): void {
    const { stage } = this;
    const span = this.upper(rails) + this.lower(rails);
    if (this.restVolts === 0) this.restVolts = span;
    const gain = 1 + (1 - stage.railFeedbackRatio) * (span / this.restVolts - 1);
    for (let n = 0; n < asked.length; n++) asked[n] *= gain;
    this.crossover.run(asked, stage.deadTimeVolts, stage.rippleAmperes * this.loadOhms);
  }

  run(bent: Float64Array, first: number, end: number, rails: Rails): void {
    const { output, stage } = this;
    const upper = this.upper(rails),
      lower = this.lower(rails);
    const limit =
      stage.currentLimitAmperes > 0 && this.isResistive
        ? stage.currentLimitAmperes * this.loadOhms
        : Infinity;
    const lowest = -Math.min(limit, stage.dutyMostRatio * lower),
      highest = Math.min(limit, stage.dutyMostRatio * upper);
    output.holdBetween(lowest, highest);
    this.currentLimit?.run(bent, [first, end], [lowest, highest], this.mostAmperes);
    output.run(bent, first, end);
    this.draw(first, end, rails);
  }

  /** Of each period a share lies on the positive rail; the coil's current comes out of one rail and goes back into the other. */
  private draw(first: number, end: number, rails: Rails): void {
    const { node, amperes } = this.output;
    const { push } = this.seat.up;
    const lower = this.lower(rails);
    const inverse = 1 / Math.max(this.upper(rails) + lower, TINY);
    let out = 0,
      back = 0;
    for (let n = first; n < end; n++) {
      const onPositive = (node[n] + lower) * inverse;
      out += onPositive * amperes[n];
      back += (1 - onPositive) * amperes[n];
    }
    this.rest(end - first, rails);
    if (this.isHalfBridge) {
      rails.positiveDraw += push[0] * out;
      rails.negativeDraw -= this.seat.down.push[1] * back;
    } else {
      rails.positiveDraw += push[0] * (out - back);
      rails.negativeDraw += push[1] * (out - back);
    }
  }

  rest(samples: number, rails: Rails): void {
    const { up, down } = this.seat;
    rails.positiveDraw += up.push[0] * this.idleAmperes * samples;
    rails.negativeDraw += (this.isHalfBridge ? down : up).push[1] * this.idleAmperes * samples;
  }

  private upper({ positiveVolts, negativeVolts }: Rails): number {
    return this.seat.highest[0] * positiveVolts + this.seat.highest[1] * negativeVolts;
  }

  private lower({ positiveVolts, negativeVolts }: Rails): number {
    return this.seat.lowest[0] * positiveVolts + this.seat.lowest[1] * negativeVolts;
  }

  private network(load: LoadState) {
    const { deviceOhms, filterHenries, filterFarads } = this.stage;
    return behindFilter(
      { ohms: deviceOhms, henries: filterHenries, farads: filterFarads },
      loadSpace(load, 0, 0),
    );
  }

  private readonly mostAmperes: AmperesAt = () => ({
    out: this.stage.currentLimitAmperes,
    into: this.stage.currentLimitAmperes,
  });

  private note(load: LoadState): void {
    this.loadOhms = load.kind === "resistive" ? load.ohms : load.part.ohms;
    this.isResistive = load.kind === "resistive";
    this.currentLimit =
      this.stage.currentLimitAmperes > 0 && !this.isResistive
        ? limitOn(this.currentLimit, this.network(load), this.time.stepSeconds)
        : null;
  }
}

/** Keeps a quotient defined where nothing flows. */
const TINY = 1e-12;
