import { requirePositive, requireRange } from "../units";

/** Power of a sine from its peak volts: 225.6 V peak into 15.6 ohm is 1631 W. */
export const powerFromPeakVolts = (voltsPeak: number, loadOhms: number): number =>
  voltsPeak ** 2 / 2 / requirePositive("loadOhms", loadOhms);

/** Power from volts and amperes (both RMS) into a resistance; into a speaker it over-reads, since they are not in phase. */
export const powerFromVoltsAndAmperes = (voltsRms: number, amperesRms: number): number =>
  voltsRms * amperesRms;

/** Volts RMS that give a power in a load. */
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

/** Input volts RMS that drive an amplifier of that gain to a power. */
export const inputVoltsForPower = (
  powerWatts: number,
  loadOhms: number,
  gainRatio: number,
): number => voltsForPower(powerWatts, loadOhms) / requirePositive("gainRatio", gainRatio);

/** What a bridged pair delivers, as seen by each of its channels: half the power into half the load. */
export const bridgedPerChannel = (
  powerWatts: number,
  loadOhms: number,
): { powerWatts: number; loadOhms: number } => ({
  powerWatts: powerWatts / 2,
  loadOhms: requirePositive("loadOhms", loadOhms) / 2,
});

export type AlternatingPower = {
  realWatts: number;
  apparentVoltAmperes: number;
  powerFactor: number;
  voltsRms: number;
  amperesRms: number;
};

/**
 * Real and apparent power from the waveforms of voltage and current, sample by sample.
 * @throws {RangeError} on no samples or different lengths
 * @see IEEE Std 1459-2010 (active and apparent power)
 */
export const alternatingPower = (volts: Float64Array, amperes: Float64Array): AlternatingPower => {
  if (volts.length === 0 || volts.length !== amperes.length)
    throw new RangeError("volts and amperes must have the same length, above zero");
  let product = 0,
    voltSquares = 0,
    ampereSquares = 0;
  for (let n = 0; n < volts.length; n++) {
    product += volts[n] * amperes[n];
    voltSquares += volts[n] ** 2;
    ampereSquares += amperes[n] ** 2;
  }
  const voltsRms = Math.sqrt(voltSquares / volts.length);
  const amperesRms = Math.sqrt(ampereSquares / volts.length);
  const realWatts = product / volts.length;
  const apparentVoltAmperes = voltsRms * amperesRms;
  return {
    realWatts,
    apparentVoltAmperes,
    powerFactor: apparentVoltAmperes > 0 ? realWatts / apparentVoltAmperes : 0,
    voltsRms,
    amperesRms,
  };
};

/** What a supply of volts and amperes leaves for each channel at an efficiency, after house-keeping watts. */
export const supplyLimitedWatts = (
  volts: number,
  amperes: number,
  efficiencyRatio: number,
  channelCount: number,
  houseKeepingWatts = 0,
): number =>
  (Math.max(0, volts * amperes - houseKeepingWatts) *
    requireRange("efficiencyRatio", efficiencyRatio, 0, 1)) /
  requireRange("channelCount", channelCount, 1, 64);

export type MainsBudget = {
  efficiencyRatio: number;
  heatWatts: number;
  mainsAmperes: number;
  /** What the breaker still allows: negative when it is passed. */
  marginAmperes: number;
};

/** Efficiency, heat, mains current and what is left of the breaker. */
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
