import { requirePositive, requireRange } from "../units";

/**
 * Power of a sine from its peak volts: 225.6 V peak into 15.6 ohm is 1631 W.
 * Definition: a sine’s peak is √2 of its RMS.
 */
export const powerFromPeakVolts = (voltsPeak: number, loadOhms: number): number =>
  voltsPeak ** 2 / 2 / requirePositive("loadOhms", loadOhms);

/**
 * Volts RMS that give a power in a load.
 * @see Joule’s law
 */
export const voltsForPower = (powerWatts: number, loadOhms: number): number =>
  Math.sqrt(requireRange("powerWatts", powerWatts, 0, 1e9) * requirePositive("loadOhms", loadOhms));

/**
 * Voltage gain and its standard uncertainty, from RMS volts at output and input read by instruments of their own.
 * @param voltsStdUncertaintyRatios of output and of input
 * @see JCGM 100:2008, 5.1.6
 */
export const voltageGain = (
  outputVoltsRms: number,
  inputVoltsRms: number,
  voltsStdUncertaintyRatios: readonly [number, number],
): { gainRatio: number; gainRatioStdUncertainty: number } => {
  const gainRatio = outputVoltsRms / requirePositive("inputVoltsRms", inputVoltsRms);
  return {
    gainRatio,
    gainRatioStdUncertainty: gainRatio * Math.hypot(...voltsStdUncertaintyRatios),
  };
};

/**
 * Input volts RMS that drive an amplifier of that gain to a power.
 * Definition: gain is output over input volts.
 */
export const inputVoltsForPower = (
  powerWatts: number,
  loadOhms: number,
  gainRatio: number,
): number => voltsForPower(powerWatts, loadOhms) / requirePositive("gainRatio", gainRatio);

/**
 * What a bridged pair delivers, as seen by each of its channels: half the power into half the load.
 * @see Kirchhoff’s laws of two sources in series
 */
export const bridgedPerChannel = (
  powerWatts: number,
  loadOhms: number,
): { powerWatts: number; loadOhms: number } => ({
  powerWatts: powerWatts / 2,
  loadOhms: requirePositive("loadOhms", loadOhms) / 2,
});

export type MainsBudget = {
  efficiencyRatio: number;
  heatWatts: number;
  mainsAmperes: number;
  /** What the breaker still allows: negative when it is passed. */
  marginAmperes: number;
};

/**
 * Efficiency, heat, mains current and what is left of the breaker.
 * Definition: what goes in and does not come out is heat.
 */
export const mainsBudget = ({
  outputWatts,
  inputWatts,
  mainsVolts,
  powerFactor,
  breakerAmperes,
}: {
  outputWatts: number;
  inputWatts: number;
  mainsVolts: number;
  powerFactor: number;
  breakerAmperes: number;
}): MainsBudget => {
  requirePositive("inputWatts", inputWatts);
  const mainsAmperes =
    inputWatts /
    requirePositive("mainsVolts", mainsVolts) /
    requireRange("powerFactor", powerFactor, 0.01, 1);
  return {
    efficiencyRatio: outputWatts / inputWatts,
    heatWatts: inputWatts - outputWatts,
    mainsAmperes,
    marginAmperes: breakerAmperes - mainsAmperes,
  };
};
