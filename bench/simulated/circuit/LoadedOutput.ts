import { Clipper, CLIPPER_LATENCY_SAMPLES } from "./Clipper";
import { CIRCUIT_LATENCY_SAMPLES, LinearCircuit } from "./LinearCircuit";
import type { StateSpace } from "./stateSpace";

/** From what a stage wants to the volts across its load. */
export const OUTPUT_LATENCY_SAMPLES = CLIPPER_LATENCY_SAMPLES + CIRCUIT_LATENCY_SAMPLES;

/** The end of every output stage: volts held between limits, then the network to the load. Keeps one block of each. */
export class LoadedOutput {
  /** Volts of the driven node, volts across the load and amperes out of the node, of the present block. */
  readonly node: Float64Array;
  readonly volts: Float64Array;
  readonly amperes: Float64Array;
  private readonly clipper = new Clipper();
  private circuit: LinearCircuit;

  constructor(
    system: StateSpace,
    private readonly stepSeconds: number,
    blockSamples: number,
  ) {
    this.circuit = new LinearCircuit(system, stepSeconds);
    this.node = new Float64Array(blockSamples);
    this.volts = new Float64Array(blockSamples);
    this.amperes = new Float64Array(blockSamples);
  }

  /** Says between which volts the next samples are held. */
  holdBetween(lowest: number, highest: number): void {
    this.clipper.aim(lowest, highest);
  }

  run(wanted: Float64Array, first: number, end: number): void {
    this.clipper.run(wanted, this.node, first, end);
    this.circuit.run(this, first, end);
  }

  /** Goes on with other values of the network. */
  rewire(system: StateSpace): void {
    this.circuit = this.circuit.become(system, this.stepSeconds);
  }
}
