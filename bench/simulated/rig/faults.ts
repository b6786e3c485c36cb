import type { StagePart } from "../amplifier";
import type { SupplyPart } from "../supply";
import type { FaultName } from "./faultNames";
import type { SimulatedRig } from "./rig";

/** The rig with its faults built into its parts. The weak channel is built in where the channels are made: see `stageOfChannel`. */
export const withFaults = (rig: SimulatedRig): SimulatedRig =>
  rig.faults.reduce((faulty, fault) => CHANGES[fault](faulty), rig);

const CHANGES: Record<FaultName, (rig: SimulatedRig) => SimulatedRig> = {
  "tired-reservoir": (rig) => ({ ...rig, supply: tired(rig.supply) }),
  "tired-coupling": (rig) => ({
    ...rig,
    input: { ...rig.input, couplingFarads: rig.input.couplingFarads * 0.03 },
  }),
  "weak-channel": (rig) => ({
    ...rig,
    input: { ...rig.input, furtherChannelsGainRatio: rig.input.furtherChannelsGainRatio * 0.92 },
  }),
  "bias-too-low": (rig) => ({ ...rig, stage: underbiased(rig.stage) }),
  "scratchy-control": (rig) => ({ ...rig, input: { ...rig.input, scratchRatio: 0.8 } }),
  "filter-for-another-load": (rig) =>
    rig.stage.kind === "class-d"
      ? {
          ...rig,
          stage: {
            ...rig.stage,
            filterHenries: rig.stage.filterHenries * 2,
            filterFarads: rig.stage.filterFarads / 2,
          },
        }
      : rig,
  "poor-thermal-contact": (rig) => ({
    ...rig,
    heat: { ...rig.heat, interfaceCelsiusPerWatt: rig.heat.interfaceCelsiusPerWatt * 8 },
  }),
  "undersized-brick": (rig) =>
    rig.supply.kind === "brick"
      ? { ...rig, supply: { ...rig.supply, limitAmperes: rig.supply.limitAmperes * 0.4 } }
      : rig,
  "weak-source": (rig) => ({
    ...rig,
    source: { ...rig.source, mostVoltsRms: Math.min(0.3, rig.source.mostVoltsRms) },
  }),
};

const tired = (supply: SupplyPart): SupplyPart => {
  if (supply.kind === "linear")
    return { ...supply, dryingRatio: Math.max(0.8, supply.dryingRatio) };
  return { ...supply, outputFarads: supply.outputFarads * 0.2, outputOhms: supply.outputOhms * 2 };
};

/** Hardly any overlap is left, and feedback has less to work with while neither device conducts. */
const underbiased = (stage: StagePart): StagePart =>
  stage.kind === "class-d"
    ? { ...stage, rippleAmperes: stage.rippleAmperes * 0.1, deadTimeVolts: stage.deadTimeVolts * 5 }
    : { ...stage, idleAmperes: stage.idleAmperes * 0.04, crossoverVolts: stage.crossoverVolts * 5 };

/** Worn devices keep more of the rail for themselves. */
export const stageOfChannel = (rig: SimulatedRig, channel: number): StagePart => {
  const { stage } = rig;
  if (channel !== 1 || !rig.faults.includes("weak-channel")) return stage;
  if (stage.kind === "transformer")
    return {
      ...stage,
      plateKeptVolts: stage.plateKeptVolts * 1.6,
      crossoverVolts: stage.crossoverVolts * 3,
    };
  if (stage.kind === "class-d")
    return { ...stage, deviceOhms: stage.deviceOhms * 4, deadTimeVolts: stage.deadTimeVolts * 3 };
  return {
    ...stage,
    saturationVolts: stage.saturationVolts + 4,
    crossoverVolts: stage.crossoverVolts * 3,
  };
};
