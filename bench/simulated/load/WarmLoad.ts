import { secondsUntil } from "../heat/settling";
import { Overload } from "./Overload";
import type { LoadState } from "./loadSpace";
import type { SimulatedLoad, ResistiveLoad, ResistorPart } from "./types";

/** What one resistor is going through. */
type ResistorState = {
  part: ResistorPart;
  celsius: number;
  watts: number;
  overload: Overload;
  isOpen: boolean;
};

/**
 * A load that warms up: each resistor gathers its share of the power, loses heat to the room, changes its resistance, and may open
 * above its limit, or where its wire is overloaded for too long. The coil of a speaker-like load opens likewise.
 */
export class WarmLoad {
  readonly resistors: ResistorState[] = [];
  private readonly root: Node | null;
  private readonly coil: Overload | null;

  constructor(
    private readonly load: SimulatedLoad,
    private readonly ambientCelsius: number,
  ) {
    this.root = load.kind === "speaker" ? null : this.nodeOf(load);
    this.coil = load.kind === "speaker" ? new Overload(load.ratedWatts) : null;
  }

  /** As the stage sees it at its present temperatures. */
  state(): LoadState {
    if (this.load.kind === "speaker")
      return this.coil?.isBurnt
        ? { kind: "resistive", ohms: OPEN_OHMS, henries: 0 }
        : { kind: "speaker", part: this.load };
    const { ohms, henries } = valuesOf(this.root as Node);
    return { kind: "resistive", ohms, henries };
  }

  /**
   * Takes the mean watts of the whole load over some seconds; any number of seconds, since each resistor settles
   * exponentially towards what its watts hold it at.
   */
  warm(watts: number, seconds: number): void {
    this.coil?.take(watts, seconds);
    if (!this.root) return;
    shareOut(this.root, watts);
    for (const resistor of this.resistors) {
      const { settled, timeConstant } = this.courseOf(resistor);
      resistor.celsius = settled + (resistor.celsius - settled) * Math.exp(-seconds / timeConstant);
      resistor.overload.take(resistor.watts, seconds);
      if (resistor.celsius > resistor.part.failsAboveCelsius || resistor.overload.isBurnt)
        resistor.isOpen = true;
    }
  }

  /** Until something opens at these watts; at most `most`. */
  secondsToFailure(watts: number, most: number): number {
    if (!this.root) return Math.min(most, this.coil?.secondsToBurn(watts) ?? most);
    shareOut(this.root, watts);
    return this.resistors
      .filter(({ isOpen }) => !isOpen)
      .reduce((least, resistor) => {
        const { settled, timeConstant } = this.courseOf(resistor);
        const { failsAboveCelsius } = resistor.part;
        const tooHot =
          settled > failsAboveCelsius
            ? secondsUntil(resistor.celsius, settled, failsAboveCelsius, timeConstant)
            : most;
        return Math.min(least, tooHot, resistor.overload.secondsToBurn(resistor.watts));
      }, most);
  }

  /** How many of its parts have opened. */
  get openCount(): number {
    return (
      this.resistors.filter(({ isOpen }) => isOpen).length + (this.coil?.isBurnt === true ? 1 : 0)
    );
  }

  get hottestCelsius(): number {
    return this.resistors.reduce(
      (hottest, { celsius }) => Math.max(hottest, celsius),
      this.ambientCelsius,
    );
  }

  private courseOf({ part, watts }: ResistorState): { settled: number; timeConstant: number } {
    return {
      settled: this.ambientCelsius + part.celsiusPerWatt * watts,
      timeConstant: part.celsiusPerWatt * part.joulesPerCelsius,
    };
  }

  private nodeOf(load: ResistiveLoad): Node {
    if (load.kind !== "resistor")
      return { kind: load.kind, nodes: load.parts.map((part) => this.nodeOf(part)) };
    const resistor: ResistorState = {
      part: load,
      celsius: this.ambientCelsius,
      watts: 0,
      overload: new Overload(load.ratedWatts),
      isOpen: false,
    };
    this.resistors.push(resistor);
    const referenceCelsius = this.ambientCelsius;
    return { kind: "resistor", resistor, referenceCelsius };
  }
}

type Node =
  | { kind: "resistor"; resistor: ResistorState; referenceCelsius: number }
  | { kind: "series" | "parallel"; nodes: Node[] };

/** An open resistor still leaks a little, so that a load never divides by zero. */
const OPEN_OHMS = 1e6;

/** At audio frequencies reactances are small against the ohms: parallel inductances count by the square of their share of the current. */
const valuesOf = (node: Node): { ohms: number; henries: number } => {
  if (node.kind === "resistor") {
    const { part, celsius, overload, isOpen } = node.resistor;
    return isOpen
      ? { ohms: OPEN_OHMS, henries: 0 }
      : {
          ohms:
            part.ohms *
            (1 + part.perCelsius * (celsius - node.referenceCelsius)) *
            (1 + overload.driftRatio),
          henries: part.henries,
        };
  }
  const values = node.nodes.map(valuesOf);
  if (node.kind === "series")
    return {
      ohms: values.reduce((sum, { ohms }) => sum + ohms, 0),
      henries: values.reduce((sum, { henries }) => sum + henries, 0),
    };
  const ohms = 1 / values.reduce((sum, value) => sum + 1 / value.ohms, 0);
  return {
    ohms,
    henries: values.reduce((sum, value) => sum + value.henries * (ohms / value.ohms) ** 2, 0),
  };
};

const shareOut = (node: Node, watts: number): void => {
  if (node.kind === "resistor") {
    node.resistor.watts = watts;
    return;
  }
  const weights = node.nodes.map((each) =>
    node.kind === "series" ? valuesOf(each).ohms : 1 / valuesOf(each).ohms,
  );
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  node.nodes.forEach((each, k) => shareOut(each, (watts * weights[k]) / total));
};
