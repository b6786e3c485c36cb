import type { LoadState } from "../load/loadSpace";
import { LinearStage, type ClassAbStage, type ClassAStage, type ClassGhStage } from "./linearStage";
import type { OutputStage, Seating } from "./OutputStage";
import { seatOf } from "./seat";
import { SwitchingStage, type ClassDStage } from "./switchingStage";
import { TransformerStage, type TransformerStagePart } from "./transformerStage";

export type StagePart =
  ClassAStage | ClassAbStage | ClassGhStage | ClassDStage | TransformerStagePart;

/** Two of a stage with the load between them: what each keeps in series with it, and each one's step, counts twice. */
export const bridgedStage = (stage: StagePart): StagePart => {
  if (stage.kind === "transformer") return stage;
  return stage.kind === "class-d"
    ? {
        ...stage,
        deviceOhms: 2 * stage.deviceOhms,
        filterHenries: 2 * stage.filterHenries,
        filterFarads: stage.filterFarads / 2,
        deadTimeVolts: 2 * stage.deadTimeVolts,
      }
    : {
        ...stage,
        outputOhms: 2 * stage.outputOhms,
        crossoverVolts: 2 * stage.crossoverVolts,
      };
};

/** The model of an output stage. @param isBridged two channels, one turned over, with the load between */
export const outputStage = (
  stage: StagePart,
  { hasSplitSupply, isBridged }: { hasSplitSupply: boolean; isBridged: boolean },
  load: LoadState,
  { stepSeconds, blockSamples }: { stepSeconds: number; blockSamples: number },
): OutputStage => {
  if (stage.kind === "transformer")
    return new TransformerStage(stage, load, stepSeconds, blockSamples);
  const seating: Seating = stage.isBridgeTied || isBridged ? "bridge" : "single-ended";
  const seat = seatOf(seating, hasSplitSupply);
  return stage.kind === "class-d"
    ? new SwitchingStage(stage, seat, load, { stepSeconds, blockSamples })
    : new LinearStage(stage, seat, load, { stepSeconds, blockSamples });
};
