import { LoadedOutput } from "../circuit/LoadedOutput";
import { loadSpace, type LoadState } from "../load/loadSpace";
import { choice, quantityParameter, type PartOf } from "../../fields";
import type { Rails } from "../supply/Rails";
import { Crossover } from "./crossover";
import type { OutputStage } from "./OutputStage";

/** Push-pull output stage behind a transformer. All values as seen at the 8 ohm tap; the others follow by the turns. */
export const TRANSFORMER_FIELDS = {
  tapOhms: choice("Tap in use", [4, 8, 16], 8),
  turnsRatio: quantityParameter("Half primary to the 8 Ω tap", "", [2, 60], 14),
  plateKeptVolts: quantityParameter("Voltage lost in the output devices", "V", [0, 150], 45),
  deviceOhms: quantityParameter(
    "Resistance of the output devices, at the 8 Ω tap",
    "Ω",
    [0, 20],
    0.9,
  ),
  sourceOhms: quantityParameter(
    "Output resistance with feedback, at the 8 Ω tap",
    "Ω",
    [0.05, 20],
    1.1,
  ),
  leakageHenries: quantityParameter("Leakage inductance, at the 8 Ω tap", "H", [0, 0.001], 2.5e-5),
  primaryHenries: quantityParameter(
    "Inductance of the core, at the 8 Ω tap",
    "H",
    [0.005, 10],
    0.25,
  ),
  saturationVoltSeconds: quantityParameter(
    "Flux at which the core saturates, at the 8 Ω tap",
    "V s",
    [0.005, 2],
    0.12,
  ),
  crossoverVolts: quantityParameter(
    "Crossover step without bias, after feedback",
    "V",
    [0, 1],
    0.01,
  ),
  idleAmperes: quantityParameter(
    "Idle current of each channel, from the high-voltage supply",
    "A",
    [0.01, 2],
    0.09,
  ),
};
export type TransformerStagePart = PartOf<typeof TRANSFORMER_FIELDS> & { kind: "transformer" };

/**
 * The devices swing the primary between what their supply allows; the transformer brings that down by the turns and lets
 * the core's magnetising current load the source: at low frequency the flux grows until the core gives in.
 * The flux is moved on explicitly, a supply step at a time: even a saturated core, with its source, takes hundreds of samples.
 * @see F. Langford-Smith, Radiotron Designer's Handbook, 4th ed., chapter 5. From memory.
 */
export class TransformerStage implements OutputStage {
  private readonly output: LoadedOutput;
  private readonly crossover = new Crossover();
  /** Turns of the tap in use over those of the 8 ohm tap; impedances go by its square. */
  private readonly tapRatio: number;
  private readonly sourceOhms: number;
  private idleAmperes: number;
  private totalOhms = 8;
  private fluxVoltSeconds = 0;
  private magnetisingAmperes = 0;

  constructor(
    private readonly stage: TransformerStagePart,
    load: LoadState,
    private readonly stepSeconds: number,
    blockSamples: number,
  ) {
    this.tapRatio = Math.sqrt(stage.tapOhms / 8);
    this.sourceOhms = stage.sourceOhms * this.tapRatio ** 2;
    this.idleAmperes = stage.idleAmperes;
    this.output = new LoadedOutput(this.network(load), stepSeconds, blockSamples);
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

  bend(asked: Float64Array): void {
    const { stage, tapRatio } = this;
    for (let n = 0; n < asked.length; n++) asked[n] *= tapRatio;
    this.crossover.run(
      asked,
      stage.crossoverVolts,
      (2 * this.idleAmperes * stage.turnsRatio * this.totalOhms) / tapRatio,
    );
  }

  run(bent: Float64Array, first: number, end: number, rails: Rails): void {
    const { output, stage, tapRatio } = this;
    const toSecondary = tapRatio / stage.turnsRatio;
    const most = Math.max(
      0,
      ((rails.positiveVolts - stage.plateKeptVolts) * toSecondary) /
        (1 + (stage.deviceOhms * tapRatio ** 2) / this.totalOhms),
    );
    const drop = this.sourceOhms * this.magnetisingAmperes;
    for (let n = first; n < end; n++) bent[n] -= drop;
    output.holdBetween(-most, most);
    output.run(bent, first, end);
    this.magnetise(first, end);
    this.draw(first, end, toSecondary, rails);
  }

  /** Beyond saturation the current grows as the ninth power of the flux, as in grain-oriented steel (common practice). */
  private magnetise(first: number, end: number): void {
    const { stage, tapRatio, stepSeconds } = this;
    const { volts } = this.output;
    for (let n = first; n < end; n++) this.fluxVoltSeconds += volts[n] * stepSeconds;
    const over = (this.fluxVoltSeconds / (stage.saturationVoltSeconds * tapRatio)) ** 2,
      fourth = over * over;
    this.magnetisingAmperes =
      (this.fluxVoltSeconds / (stage.primaryHenries * tapRatio ** 2)) * (1 + fourth * fourth);
  }

  rest(samples: number, rails: Rails): void {
    rails.positiveDraw += this.idleAmperes * samples;
  }

  /** Near the middle both halves conduct and the mean of what they draw grows as the square. */
  private draw(first: number, end: number, toSecondary: number, rails: Rails): void {
    const { amperes } = this.output;
    const idle = this.idleAmperes;
    let drawn = 0;
    for (let n = first; n < end; n++) {
      const primary = Math.abs(amperes[n] + this.magnetisingAmperes) * toSecondary;
      drawn += primary < 2 * idle ? idle + (primary * primary) / (4 * idle) : primary;
    }
    rails.positiveDraw += drawn;
  }

  private network(load: LoadState) {
    return loadSpace(load, this.sourceOhms, this.stage.leakageHenries * this.tapRatio ** 2);
  }

  private note(load: LoadState): void {
    this.totalOhms = this.sourceOhms + (load.kind === "resistive" ? load.ohms : load.part.ohms);
  }
}
