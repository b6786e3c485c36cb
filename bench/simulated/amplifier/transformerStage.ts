import { ClippedOutput } from "../circuit/ClippedOutput";
import { loadSpace, type LoadState } from "../load/loadSpace";
import { choice, quantity, type PartOf } from "../rig/fields";
import type { Rails } from "../supply/Rails";
import { Gathered, type OutputStage, type StageReading } from "./OutputStage";

/** Push-pull output stage behind a transformer. All values as seen at the 8 ohm tap; the others follow by the turns. */
export const TRANSFORMER_FIELDS = {
  tapOhms: choice("Tap in use", [4, 8, 16], 8),
  turnsRatio: quantity("Half primary to the 8 Ω tap", "", 2, 60, 14),
  plateKeptVolts: quantity("What the devices keep of the rail", "V", 0, 150, 45),
  deviceOhms: quantity("And for each ampere, at the 8 Ω tap", "Ω", 0, 20, 0.9),
  sourceOhms: quantity("Output resistance with feedback, at the 8 Ω tap", "Ω", 0.05, 20, 1.1),
  leakageHenries: quantity("Leakage inductance, at the 8 Ω tap", "H", 0, 0.001, 2.5e-5),
  primaryHenries: quantity("Inductance of the core, at the 8 Ω tap", "H", 0.005, 10, 0.25),
  saturationVoltSeconds: quantity("Flux at which the core saturates, at the 8 Ω tap", "V s", 0.005, 2, 0.12),
  crossoverVolts: quantity("Crossover step without bias, after feedback", "V", 0, 1, 0.01),
  idleAmperes: quantity("Idle current of each channel, from the high-voltage supply", "A", 0.01, 2, 0.09),
};
export type TransformerStagePart = PartOf<typeof TRANSFORMER_FIELDS> & { kind: "transformer" };

/**
 * The devices swing the primary between what their supply allows; the transformer brings that down by the turns and lets
 * the core's magnetising current load the source: at low frequency the flux grows until the core gives in.
 * The flux is moved on explicitly: even a saturated core, with its source, takes hundreds of samples.
 * @see F. Langford-Smith, Radiotron Designer's Handbook, 4th ed., chapter 5. From memory.
 */
export class TransformerStage implements OutputStage {
  private readonly output: ClippedOutput;
  private readonly gathered = new Gathered();
  /** Turns of the tap in use over those of the 8 ohm tap; impedances go by its square. */
  private readonly tapRatio: number;
  private readonly sourceOhms: number;
  private idleAmperes: number;
  private totalOhms = 8;
  private fluxVoltSeconds = 0;
  private before = 0;
  private rootBefore = 0;

  constructor(private readonly stage: TransformerStagePart, load: LoadState, private readonly stepSeconds: number) {
    this.tapRatio = Math.sqrt(stage.tapOhms / 8);
    this.sourceOhms = stage.sourceOhms * this.tapRatio ** 2;
    this.idleAmperes = stage.idleAmperes;
    this.output = new ClippedOutput(this.network(load), stepSeconds);
    this.note(load);
  }

  settle(load: LoadState, idleAmperes: number): void {
    this.idleAmperes = idleAmperes;
    this.note(load);
    this.output.rewire(this.network(load));
  }

  run(asked: Float64Array, load: Float64Array, first: number, end: number, rails: Rails, addedVolts: number): void {
    const { output, stage, tapRatio, sourceOhms, gathered, stepSeconds } = this;
    const inverseHenries = 1 / (stage.primaryHenries * tapRatio ** 2);
    const saturation = stage.saturationVoltSeconds * tapRatio;
    const overlapVolts = 2 * this.idleAmperes * stage.turnsRatio * (this.totalOhms / tapRatio);
    const toSecondary = tapRatio / stage.turnsRatio;
    const most = Math.max(0, ((rails.positiveVolts - stage.plateKeptVolts) * toSecondary) / (1 + (stage.deviceOhms * tapRatio ** 2) / this.totalOhms));
    let { fluxVoltSeconds, before, rootBefore } = this;
    for (let n = first; n < end; n++) {
      const x = tapRatio * asked[n] + addedVolts;
      const root = Math.sqrt(x * x + overlapVolts * overlapVolts);
      const bent = x - (stage.crossoverVolts * (x + before)) / (root + rootBefore + TINY);
      before = x;
      rootBefore = root;
      // Beyond saturation the current grows as the ninth power of the flux, as in grain-oriented steel (common practice).
      const over = (fluxVoltSeconds / saturation) ** 2, fourth = over * over;
      const magnetising = fluxVoltSeconds * inverseHenries * (1 + fourth * fourth);
      output.drive(bent - sourceOhms * magnetising, -most, most);
      const volts = output.loadVolts;
      fluxVoltSeconds += volts * stepSeconds;
      load[n] = volts;
      const amperes = output.amperes + magnetising;
      gathered.add(volts, output.amperes);
      const primary = (amperes < 0 ? -amperes : amperes) * toSecondary;
      const idle = this.idleAmperes;
      rails.positiveDraw += primary < 2 * idle ? idle + (primary * primary) / (4 * idle) : primary;
    }
    this.fluxVoltSeconds = fluxVoltSeconds;
    this.before = before;
    this.rootBefore = rootBefore;
  }

  reading(): StageReading {
    return this.gathered.take();
  }

  private network(load: LoadState) {
    return loadSpace(load, this.sourceOhms, this.stage.leakageHenries * this.tapRatio ** 2);
  }

  private note(load: LoadState): void {
    this.totalOhms = this.sourceOhms + (load.kind === "resistive" ? load.ohms : load.part.ohms);
  }
}

const TINY = 1e-12;
