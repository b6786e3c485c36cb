import { LoadedOutput } from "../circuit/LoadedOutput";
import { loadSpace, type LoadState } from "../load/loadSpace";
import { onOff, quantityParameter, type PartOf } from "../../fields";
import type { Rails } from "../supply/Rails";
import { Crossover } from "./crossover";
import { limitOn, type CurrentLimit } from "../circuit/CurrentLimit";
import type { OutputStage } from "./OutputStage";
import type { Seat } from "./seat";

const LINEAR_STAGE = {
  saturationVolts: quantityParameter("Voltage lost in the output devices", "V", [0, 15], 1.8),
  saturationOhms: quantityParameter("Resistance of the output devices", "Ω", [0, 5], 0.18),
  crossoverVolts: quantityParameter(
    "Crossover step without bias, after feedback",
    "V",
    [0, 1],
    2e-3,
  ),
  idleAmperes: quantityParameter("Idle current of each channel, cold", "A", [0, 5], 0.06),
  outputOhms: quantityParameter("Output resistance at low frequency", "Ω", [0, 5], 0.03),
  outputCornerHz: quantityParameter(
    "Output resistance doubles at, as feedback falls",
    "Hz",
    [200, 1e6],
    20_000,
  ),
  currentLimitAmperes: quantityParameter("Current limit, peak; 0 for none", "A", [0, 100], 0),
  safeAreaVolts: quantityParameter(
    "Device voltage at which the limit reaches zero; 0 is off",
    "V",
    [0, 500],
    0,
  ),
  isBridgeTied: onOff("Bridge-tied outputs", false),
};

/** Class AB: one device hands over to the other near zero. */
export const CLASS_AB_FIELDS = LINEAR_STAGE;
export type ClassAbStage = PartOf<typeof CLASS_AB_FIELDS> & { kind: "class-ab" };

/** Class A: both devices always conduct; some stages slide into class AB beyond twice the idle current, others stop. */
export const CLASS_A_FIELDS = {
  ...LINEAR_STAGE,
  idleAmperes: quantityParameter("Idle current of each channel", "A", [0.05, 10], 1.2),
  leavesClassA: onOff("Continues in class AB beyond its bias", true),
};
export type ClassAStage = PartOf<typeof CLASS_A_FIELDS> & { kind: "class-a" };

/** Class G and H: low rails for small signals, high ones for the tips. */
export const CLASS_GH_FIELDS = {
  ...LINEAR_STAGE,
  handoverVolts: quantityParameter("Rail switching margin below the low rail", "V", [0, 20], 3),
  commutationVolts: quantityParameter(
    "Step where the rails switch, after feedback",
    "V",
    [0, 1],
    1e-3,
  ),
};
export type ClassGhStage = PartOf<typeof CLASS_GH_FIELDS> & { kind: "class-gh" };

/** The change of rails is spread over so many volts. */
const HANDOVER_WIDTH_VOLTS = 0.4;

/** Outputs that carry the load's current through devices between it and the rails. */
export class LinearStage implements OutputStage {
  private readonly output: LoadedOutput;
  private readonly crossover = new Crossover();
  private readonly seriesHenries: number;
  private readonly isClassGh: boolean;
  private readonly hasCurrentLimit: boolean;
  /** On a reactive load, where a limit of amperes is none of volts. */
  private currentLimit: CurrentLimit | null = null;
  private totalOhms = 1;
  private isResistive = true;
  private idleAmperes = 0;
  private handoverVolts = 0;

  constructor(
    private readonly stage: ClassAStage | ClassAbStage | ClassGhStage,
    private readonly seat: Seat,
    load: LoadState,
    private readonly time: { stepSeconds: number; blockSamples: number },
  ) {
    this.seriesHenries = stage.outputOhms / (2 * Math.PI * stage.outputCornerHz);
    this.output = new LoadedOutput(this.network(load), time.stepSeconds, time.blockSamples);
    this.isClassGh = stage.kind === "class-gh";
    this.hasCurrentLimit = stage.currentLimitAmperes > 0 || staysInClassA(stage);
    this.note(load, stage.idleAmperes);
  }

  get volts(): Float64Array {
    return this.output.volts;
  }

  get amperes(): Float64Array {
    return this.output.amperes;
  }

  settle(load: LoadState, idleAmperes: number): void {
    this.note(load, idleAmperes);
    this.output.rewire(this.network(load));
  }

  bend(asked: Float64Array, rails: Rails): void {
    const { stage } = this;
    if (stage.kind === "class-gh") {
      this.handoverVolts = Math.min(rails.positiveVolts, rails.negativeVolts) - stage.handoverVolts;
      addCommutation(asked, stage.commutationVolts, this.handoverVolts);
    }
    this.crossover.run(asked, stage.crossoverVolts, 2 * this.idleAmperes * this.totalOhms);
  }

  run(bent: Float64Array, first: number, end: number, rails: Rails): void {
    const { seat, isClassGh } = this;
    const positive = isClassGh ? rails.highPositiveVolts : rails.positiveVolts;
    const negative = isClassGh ? rails.highNegativeVolts : rails.negativeVolts;
    const before = this.output.amperes[first > 0 ? first - 1 : this.output.amperes.length - 1];
    const highest = this.mostVolts(seat.highest[0] * positive + seat.highest[1] * negative, before);
    const lowest = -this.mostVolts(seat.lowest[0] * positive + seat.lowest[1] * negative, -before);
    this.output.holdBetween(lowest, highest);
    this.currentLimit?.run(bent, [first, end], [lowest, highest], (volts) => ({
      out: this.amperesAt(highest - volts),
      into: this.amperesAt(volts - lowest),
    }));
    this.output.run(bent, first, end);
    if (this.isClassGh) this.drawHigh(first, end, rails);
    else this.draw(first, end, rails);
  }

  rest(samples: number, rails: Rails): void {
    const { push, pull } = this.seat.up;
    rails.positiveDraw += (push[0] + pull[0]) * this.idleAmperes * samples;
    rails.negativeDraw += (push[1] + pull[1]) * this.idleAmperes * samples;
  }

  /** Both devices conduct within twice the idle current; beyond it one carries all. */
  private draw(first: number, end: number, rails: Rails): void {
    const { amperes } = this.output;
    const { up, down } = this.seat;
    const idle = this.idleAmperes,
      overlap = 2 * idle;
    let pushUp = 0,
      pullUp = 0,
      pushDown = 0,
      pullDown = 0;
    for (let n = first; n < end; n++) {
      const current = amperes[n];
      if (current >= 0) {
        pushUp += current < overlap ? idle + current / 2 : current;
        if (current < overlap) pullUp += idle - current / 2;
      } else {
        pushDown += current > -overlap ? idle - current / 2 : -current;
        if (current > -overlap) pullDown += idle + current / 2;
      }
    }
    rails.positiveDraw +=
      up.push[0] * pushUp + up.pull[0] * pullUp + down.push[0] * pushDown + down.pull[0] * pullDown;
    rails.negativeDraw +=
      up.push[1] * pushUp + up.pull[1] * pullUp + down.push[1] * pushDown + down.pull[1] * pullDown;
  }

  /** The same, but the tips are taken from the high rails. */
  private drawHigh(first: number, end: number, rails: Rails): void {
    const { amperes, volts } = this.output;
    const { up, down } = this.seat;
    const idle = this.idleAmperes,
      handover = this.handoverVolts;
    for (let n = first; n < end; n++) {
      const size = Math.abs(amperes[n]);
      const overlaps = size < 2 * idle;
      const push = overlaps ? idle + size / 2 : size,
        pull = overlaps ? idle - size / 2 : 0;
      const way = amperes[n] < 0 ? down : up;
      if (Math.abs(volts[n]) > handover) {
        rails.highPositiveDraw += way.push[0] * push;
        rails.highNegativeDraw += way.push[1] * push;
      } else {
        rails.positiveDraw += way.push[0] * push;
        rails.negativeDraw += way.push[1] * push;
      }
      rails.positiveDraw += way.pull[0] * pull;
      rails.negativeDraw += way.pull[1] * pull;
    }
  }

  /**
   * What a rail leaves once the devices have kept their part, and what the current limit allows. Into a resistance the
   * loss follows from the output itself; else from the current as it is.
   */
  private mostVolts(railVolts: number, amperes: number): number {
    const { saturationVolts, saturationOhms } = this.stage;
    const left = railVolts - this.seat.devices * saturationVolts,
      ohms = this.seat.devices * saturationOhms;
    const volts = this.isResistive
      ? left / (1 + ohms / this.totalOhms)
      : left - ohms * Math.max(0, amperes);
    return Math.max(
      0,
      this.hasCurrentLimit && this.isResistive
        ? Math.min(volts, this.currentLimitVolts(left))
        : volts,
    );
  }

  /**
   * Output at which the current meets its limit. The limit falls in a line with the volts across the device, I (1 - (rail - v) / safe),
   * so that shorted or low loads get less: v = R I (1 - rail / safe) / (1 - R I / safe).
   */
  private currentLimitVolts(rail: number): number {
    const { safeAreaVolts } = this.stage;
    const volts = this.totalOhms * this.mostAmperes;
    if (safeAreaVolts === 0) return volts;
    const slope = 1 - volts / safeAreaVolts;
    return slope > 0 ? Math.max(0, (volts * (1 - rail / safeAreaVolts)) / slope) : Infinity;
  }

  /** What the limit leaves with so many volts across the device. */
  private amperesAt(deviceVolts: number): number {
    const { safeAreaVolts } = this.stage;
    return (
      this.mostAmperes *
      (safeAreaVolts === 0 ? 1 : Math.max(0, 1 - Math.max(0, deviceVolts) / safeAreaVolts))
    );
  }

  private get mostAmperes(): number {
    const { currentLimitAmperes } = this.stage;
    return Math.min(
      staysInClassA(this.stage) ? 2 * this.idleAmperes : Infinity,
      currentLimitAmperes > 0 ? currentLimitAmperes : Infinity,
    );
  }

  private network(load: LoadState) {
    return loadSpace(load, this.stage.outputOhms, this.seriesHenries);
  }

  private note(load: LoadState, idleAmperes: number): void {
    this.isResistive = load.kind === "resistive";
    this.currentLimit =
      this.hasCurrentLimit && !this.isResistive
        ? limitOn(this.currentLimit, this.network(load), this.time.stepSeconds)
        : null;
    this.totalOhms =
      this.stage.outputOhms + (load.kind === "resistive" ? load.ohms : load.part.ohms);
    this.idleAmperes = idleAmperes;
  }
}

const staysInClassA = (stage: ClassAStage | ClassAbStage | ClassGhStage): boolean =>
  stage.kind === "class-a" && !stage.leavesClassA;

/** The step at the change of rails, spread over HANDOVER_WIDTH_VOLTS. */
const addCommutation = (volts: Float64Array, stepVolts: number, handoverVolts: number): void => {
  for (let n = 0; n < volts.length; n++) {
    const beyond = (Math.abs(volts[n]) - handoverVolts) / HANDOVER_WIDTH_VOLTS;
    const step = (stepVolts / 2) * (1 + beyond / Math.sqrt(1 + beyond * beyond));
    volts[n] += volts[n] < 0 ? step : -step;
  }
};
