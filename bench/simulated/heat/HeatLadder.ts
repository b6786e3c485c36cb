import { matrixExponential } from "../circuit/matrixExponential";
import { sinkOhmsThermal, type HeatPart } from "./heat";

/** Degrees Celsius of the three nodes. */
export type LadderTemperatures = {
  junctionCelsius: number;
  caseCelsius: number;
  sinkCelsius: number;
};

/**
 * Junction, case and sink, each with its heat capacity, in a ladder to the room. The chips settle in a tenth of a second
 * and the sink in a quarter of an hour, a stiff system: it is moved by its matrix exponential, which is exact for steady watts
 * over any number of seconds. That is also what makes hours of soak quick.
 * @see IEC 60747-15 or any power-device handbook: the Cauer ladder. From memory.
 */
export class HeatLadder {
  private rise = [0, 0, 0];
  private readonly moves = new Map<number, number[][]>();

  constructor(
    private readonly heat: HeatPart,
    private readonly ambientCelsius: number,
  ) {}

  get temperatures(): LadderTemperatures {
    const [junction, casing, sink] = this.rise;
    return {
      junctionCelsius: this.ambientCelsius + junction,
      caseCelsius: this.ambientCelsius + casing,
      sinkCelsius: this.ambientCelsius + sink,
    };
  }

  /** Takes steady watts over some seconds. */
  advance(watts: number, seconds: number): void {
    const move = this.moveOver(seconds);
    const from = [...this.rise, watts];
    this.rise = [0, 1, 2].map((i) => rowTimes(move[i], from));
  }

  /**
   * Seconds of steady watts until the sink passes a temperature on its way up or down, and is just past it; at most `most`. A
   * sink that turns back within the time is taken for one that does not.
   */
  secondsToSink(celsius: number, watts: number, most: number): number {
    const from = [...this.rise, watts];
    const mark = celsius - this.ambientCelsius;
    const isPast = (seconds: number) =>
      rowTimes(this.moveFor(seconds)[SINK], from) > mark !== this.rise[SINK] > mark;
    if (!isPast(most)) return most;
    let before = 0,
      past = most;
    while (past - before > WITHIN_SECONDS) {
      const middle = (before + past) / 2;
      if (isPast(middle)) past = middle;
      else before = middle;
    }
    return past;
  }

  /** Temperatures that these watts would hold in the end. */
  settled(watts: number): LadderTemperatures {
    const sink = this.ambientCelsius + watts * sinkOhmsThermal(this.heat);
    const casing = sink + watts * this.heat.interfaceCelsiusPerWatt;
    return {
      junctionCelsius: casing + watts * this.heat.junctionCelsiusPerWatt,
      caseCelsius: casing,
      sinkCelsius: sink,
    };
  }

  private moveOver(seconds: number): number[][] {
    const known = this.moves.get(seconds);
    if (known) return known;
    const move = this.moveFor(seconds);
    this.moves.set(seconds, move);
    return move;
  }

  private moveFor(seconds: number): number[][] {
    const {
      junctionCelsiusPerWatt,
      interfaceCelsiusPerWatt,
      junctionJoulesPerCelsius,
      caseJoulesPerCelsius,
      sinkJoulesPerCelsius,
    } = this.heat;
    const toCase = 1 / junctionCelsiusPerWatt,
      toSink = 1 / interfaceCelsiusPerWatt,
      toRoom = 1 / sinkOhmsThermal(this.heat);
    const rows = [
      [-toCase, toCase, 0, 1].map((value) => (value * seconds) / junctionJoulesPerCelsius),
      [toCase, -toCase - toSink, toSink, 0].map(
        (value) => (value * seconds) / caseJoulesPerCelsius,
      ),
      [0, toSink, -toSink - toRoom, 0].map((value) => (value * seconds) / sinkJoulesPerCelsius),
      [0, 0, 0, 0],
    ];
    return matrixExponential(rows);
  }
}

/** Place of the sink among the three nodes. */
const SINK = 2;
const WITHIN_SECONDS = 1e-3;

const rowTimes = (row: readonly number[], values: readonly number[]): number =>
  row.reduce((sum, value, j) => sum + value * values[j], 0);
