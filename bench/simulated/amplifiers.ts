import type { SimulatedAmplifier } from "./types";

/** Invented amplifiers for the simulated bench: any likeness to a real one is chance. */
export const SIMULATED_AMPLIFIERS: Record<"home" | "vintage" | "mini", SimulatedAmplifier> = {
  home: {
    name: "Home stereo, class AB, generous supply",
    gainRatio: 22.4,
    channelGainRatios: [1, 0.991],
    secondOrderPerVolt: 2e-6,
    thirdOrderPerVoltSquared: -1.6e-7,
    crossoverVolts: [7e-4, 1.1e-3],
    saturationVolts: 1.8,
    saturationOhms: 0.18,
    outputOhms: 0.03,
    idleAmperes: 0.25,
    noiseVoltsRms: 6e-5,
    supply: { kind: "linear", peakVolts: 37.5, sourceOhms: 0.42, reservoirFarads: 0.0136 },
  },
  vintage: {
    name: "Vintage stereo, class AB, supply that sags",
    gainRatio: 28,
    channelGainRatios: [1, 0.968],
    secondOrderPerVolt: 3.2e-5,
    thirdOrderPerVoltSquared: -3.5e-6,
    crossoverVolts: [2.4e-3, 4e-3],
    saturationVolts: 2.2,
    saturationOhms: 0.5,
    outputOhms: 0.16,
    idleAmperes: 0.12,
    noiseVoltsRms: 3.2e-4,
    supply: { kind: "linear", peakVolts: 29.5, sourceOhms: 1.5, reservoirFarads: 0.0033 },
  },
  mini: {
    name: "Mini stereo, bridge outputs on a 24 V, 3 A brick",
    gainRatio: 20,
    channelGainRatios: [1, 1.004],
    secondOrderPerVolt: 6e-6,
    thirdOrderPerVoltSquared: -1.2e-6,
    crossoverVolts: [6e-4, 8e-4],
    saturationVolts: 0.5,
    saturationOhms: 0.35,
    outputOhms: 0.05,
    idleAmperes: 0.06,
    noiseVoltsRms: 9e-5,
    supply: { kind: "brick", volts: 24, limitAmperes: 3, outputOhms: 0.04, reservoirFarads: 0.0047 },
  },
};

export type SimulatedAmplifierName = keyof typeof SIMULATED_AMPLIFIERS;
