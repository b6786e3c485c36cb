import type { LoadState } from "./loadSpace";
import type { Load, ResistiveLoad, ResistorPart } from "./types";

/** What one resistor is going through. */
export type ResistorState = { part: ResistorPart; celsius: number; watts: number; isOpen: boolean };

/**
 * A load that warms up: each resistor gathers its share of the power, loses heat to the room, changes its ohms, and
 * opens for good above its limit.
 */
export class WarmLoad {
  readonly resistors: ResistorState[] = [];
  private readonly root: Node | null;

  constructor(
    private readonly load: Load,
    private readonly ambientCelsius: number,
  ) {
    this.root = load.kind === "speaker" ? null : this.nodeOf(load);
  }

  /** As the stage sees it at its present temperatures. */
  state(): LoadState {
    if (this.load.kind === "speaker") return { kind: "speaker", part: this.load };
    const { ohms, henries } = valuesOf(this.root as Node);
    return { kind: "resistive", ohms, henries };
  }

  /**
   * Takes the mean watts of the whole load over some seconds; any number of seconds, since each resistor settles
   * exponentially towards what its watts hold it at.
   */
  warm(watts: number, seconds: number): void {
    if (!this.root) return;
    shareOut(this.root, watts);
    for (const resistor of this.resistors) {
      const { celsiusPerWatt, joulesPerCelsius, failsAboveCelsius } = resistor.part;
      const settled = this.ambientCelsius + celsiusPerWatt * resistor.watts;
      resistor.celsius =
        settled +
        (resistor.celsius - settled) * Math.exp(-seconds / (celsiusPerWatt * joulesPerCelsius));
      if (resistor.celsius > failsAboveCelsius) resistor.isOpen = true;
    }
  }

  get hottestCelsius(): number {
    return this.resistors.reduce(
      (hottest, { celsius }) => Math.max(hottest, celsius),
      this.ambientCelsius,
    );
  }

  private nodeOf(load: ResistiveLoad): Node {
    if (load.kind !== "resistor")
      return { kind: load.kind, nodes: load.parts.map((part) => this.nodeOf(part)) };
    const resistor: ResistorState = {
      part: load,
      celsius: this.ambientCelsius,
      watts: 0,
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
    const { part, celsius, isOpen } = node.resistor;
    return isOpen
      ? { ohms: OPEN_OHMS, henries: 0 }
      : {
          ohms: part.ohms * (1 + part.perCelsius * (celsius - node.referenceCelsius)),
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
