import { ClippedOutput } from "../circuit/ClippedOutput";
import { loadSpace, type LoadState } from "../load/loadSpace";
import { onOff, quantity, type PartOf } from "../rig/fields";
import type { Rails } from "../supply/Rails";
import { Gathered, type OutputStage, type StageReading } from "./OutputStage";
import type { Seat } from "./seat";

const LINEAR_STAGE = {
  saturationVolts: quantity("What the devices keep of the rail", "V", 0, 15, 1.8),
  saturationOhms: quantity("And for each ampere", "Ω", 0, 5, 0.18),
  crossoverVolts: quantity("Crossover step without bias, after feedback", "V", 0, 1, 2e-3),
  idleAmperes: quantity("Idle current of each channel, cold", "A", 0, 5, 0.06),
  outputOhms: quantity("Output resistance at low frequency", "Ω", 0, 5, 0.03),
  outputCornerHz: quantity("Output resistance doubles at, as feedback falls", "Hz", 200, 1e6, 20_000),
  currentLimitAmperes: quantity("Current limit, peak; 0 is none", "A", 0, 100, 0),
  safeAreaVolts: quantity("Device volts at which the limit reaches nothing; 0 is off", "V", 0, 500, 0),
  isBridgeTied: onOff("Bridge-tied outputs", false),
};

/** Class AB: one device hands over to the other near zero. */
export const CLASS_AB_FIELDS = LINEAR_STAGE;
export type ClassAbStage = PartOf<typeof CLASS_AB_FIELDS> & { kind: "class-ab" };

/** Class A: both devices always conduct; some stages slide into class AB beyond twice the idle current, others stop. */
export const CLASS_A_FIELDS = { ...LINEAR_STAGE, idleAmperes: quantity("Idle current of each channel", "A", 0.05, 10, 1.2), leavesClassA: onOff("Slides into class AB beyond", true) };
export type ClassAStage = PartOf<typeof CLASS_A_FIELDS> & { kind: "class-a" };

/** Class G and H: low rails for small signals, high ones for the tips. */
export const CLASS_GH_FIELDS = {
  ...LINEAR_STAGE,
  handoverVolts: quantity("Changes rails this far below the low one", "V", 0, 20, 3),
  commutationVolts: quantity("Step at the change, after feedback", "V", 0, 1, 1e-3),
};
export type ClassGhStage = PartOf<typeof CLASS_GH_FIELDS> & { kind: "class-gh" };

/** The change of rails is spread over so many volts. */
const HANDOVER_WIDTH_VOLTS = 0.4;

/**
 * Outputs that carry the load's current through devices between it and the rails.
 *
 * Crossover: with idle current I the two halves overlap over 2 I; what feedback leaves of the handing over is a step of
 * crossoverVolts rounded over that overlap, V x / sqrt(x^2 + w^2) with w the volts of 2 I: it falls as bias rises and
 * matters most for small signals. Its mean over each sample (from its integral V sqrt(x^2 + w^2)) is taken, which keeps
 * its high orders from folding back.
 * @see for the mean over a sample: J. D. Parker et al., Reducing the Aliasing of Nonlinear Waveshaping Using Continuous-Time Convolution, Proc. DAFx, 2016
 * @see for the overlap: P. R. Gray et al., Analysis and Design of Analog Integrated Circuits, class AB output stage. From memory.
 */
export class LinearStage implements OutputStage {
  private readonly output: ClippedOutput;
  private readonly gathered = new Gathered();
  private readonly seriesHenries: number;
  private readonly isClassGh: boolean;
  private totalOhms = 1;
  private isResistive = true;
  private idleAmperes = 0;
  private overlapVolts = 0;
  private before = 0;
  private rootBefore = 0;

  constructor(private readonly stage: ClassAStage | ClassAbStage | ClassGhStage, private readonly seat: Seat, load: LoadState, stepSeconds: number) {
    this.seriesHenries = stage.outputOhms / (2 * Math.PI * stage.outputCornerHz);
    this.output = new ClippedOutput(this.network(load), stepSeconds);
    this.isClassGh = stage.kind === "class-gh";
    this.note(load, stage.idleAmperes);
  }

  settle(load: LoadState, idleAmperes: number): void {
    this.note(load, idleAmperes);
    this.output.rewire(this.network(load));
  }

  run(asked: Float64Array, load: Float64Array, first: number, end: number, rails: Rails, addedVolts: number): void {
    const { output, stage, gathered, isClassGh, overlapVolts } = this;
    const { crossoverVolts } = stage;
    const { highest, lowest } = this.limits(rails);
    const handover = isClassGh ? Math.min(rails.positiveVolts, rails.negativeVolts) - (stage as ClassGhStage).handoverVolts : 0;
    let { before, rootBefore } = this;
    for (let n = first; n < end; n++) {
      const x = asked[n] + addedVolts;
      const root = Math.sqrt(x * x + overlapVolts * overlapVolts);
      let wanted = x - (crossoverVolts * (x + before)) / (root + rootBefore + TINY);
      before = x;
      rootBefore = root;
      if (isClassGh) wanted -= commutation(stage as ClassGhStage, x, handover);
      output.drive(wanted, lowest, highest);
      const volts = output.loadVolts, amperes = output.amperes;
      load[n] = volts;
      gathered.add(volts, amperes);
      this.draw(amperes, rails, isClassGh && (volts > handover || volts < -handover));
    }
    this.before = before;
    this.rootBefore = rootBefore;
  }

  reading(): StageReading {
    return this.gathered.take();
  }

  /** Both devices conduct within twice the idle current; beyond it one carries all. */
  private draw(amperes: number, rails: Rails, isHigh: boolean): void {
    const size = amperes < 0 ? -amperes : amperes;
    const overlaps = size < 2 * this.idleAmperes;
    const push = overlaps ? this.idleAmperes + size / 2 : size;
    const pull = overlaps ? this.idleAmperes - size / 2 : 0;
    const { up, down } = this.seat;
    const way = amperes < 0 ? down : up;
    if (isHigh) {
      rails.highPositiveDraw += way.push[0] * push;
      rails.highNegativeDraw += way.push[1] * push;
    } else {
      rails.positiveDraw += way.push[0] * push;
      rails.negativeDraw += way.push[1] * push;
    }
    rails.positiveDraw += way.pull[0] * pull;
    rails.negativeDraw += way.pull[1] * pull;
  }

  /** What the rails leave once the devices have kept their part, and what the current limit allows. */
  private limits(rails: Rails): { highest: number; lowest: number } {
    const { stage, seat, isClassGh } = this;
    const positive = isClassGh ? rails.highPositiveVolts : rails.positiveVolts;
    const negative = isClassGh ? rails.highNegativeVolts : rails.negativeVolts;
    const kept = seat.devices * stage.saturationVolts, ohms = seat.devices * stage.saturationOhms;
    const upper = seat.highest[0] * positive + seat.highest[1] * negative - kept;
    const lower = seat.lowest[0] * positive + seat.lowest[1] * negative - kept;
    // Into a resistance the loss follows from the output itself; else from the current as it is.
    const { amperes } = this.output;
    const highest = this.isResistive ? upper / (1 + ohms / this.totalOhms) : upper - ohms * Math.max(0, amperes);
    const lowest = this.isResistive ? lower / (1 + ohms / this.totalOhms) : lower + ohms * Math.min(0, amperes);
    return { highest: Math.max(0, Math.min(highest, this.currentLimitVolts(upper))), lowest: -Math.max(0, Math.min(lowest, this.currentLimitVolts(lower))) };
  }

  /**
   * Output at which the current meets its limit. The limit falls in a line with the volts across the device, I (1 - (rail - v) / safe),
   * so that shorted or low loads get less: v = R I (1 - rail / safe) / (1 - R I / safe).
   */
  private currentLimitVolts(rail: number): number {
    const { currentLimitAmperes, safeAreaVolts } = this.stage;
    const ownLimit = this.stage.kind === "class-a" && !this.stage.leavesClassA ? 2 * this.idleAmperes : Infinity;
    const amperes = Math.min(ownLimit, currentLimitAmperes > 0 ? currentLimitAmperes : Infinity);
    if (amperes === Infinity) return Infinity;
    const volts = this.totalOhms * amperes;
    if (safeAreaVolts === 0) return volts;
    const slope = 1 - volts / safeAreaVolts;
    return slope > 0 ? Math.max(0, (volts * (1 - rail / safeAreaVolts)) / slope) : Infinity;
  }

  private network(load: LoadState) {
    return loadSpace(load, this.stage.outputOhms, this.seriesHenries);
  }

  private note(load: LoadState, idleAmperes: number): void {
    this.isResistive = load.kind === "resistive";
    this.totalOhms = this.stage.outputOhms + (load.kind === "resistive" ? load.ohms : load.part.ohms);
    this.idleAmperes = idleAmperes;
    this.overlapVolts = 2 * idleAmperes * this.totalOhms;
  }
}

/** Keeps the mean over a sample defined at rest without any bias. */
const TINY = 1e-12;

const commutation = ({ commutationVolts }: ClassGhStage, volts: number, handover: number): number => {
  const beyond = (Math.abs(volts) - handover) / HANDOVER_WIDTH_VOLTS;
  const step = (commutationVolts / 2) * (1 + beyond / Math.sqrt(1 + beyond * beyond));
  return volts < 0 ? -step : step;
};
