import { requirePositive, requireRange } from "../units";

/** What was declared about one channel before it was recorded: its load, and how well its volts are known. */
export type ChannelConditions = {
  loadOhms: number;
  loadOhmsStdUncertainty: number;
  /** Of the voltage, as a ratio: 0.005 is 0.5 % of the reading. */
  voltsStdUncertaintyRatio: number;
};

/** Coverage factor of expanded uncertainties: about 95 % for a normal distribution. @see JCGM 100:2008, 6.3.3 */
export const COVERAGE_FACTOR = 2;

/**
 * Power in a resistance: V^2 / R. 27.2 V RMS across 8.2 ohm is 90.2 W.
 * @throws {RangeError} on a load that is not above zero
 * @see Joule’s law
 */
export const powerWatts = (voltsRms: number, loadOhms: number): number =>
  voltsRms ** 2 / requirePositive("loadOhms", loadOhms);

/**
 * Standard uncertainty of that power over the power: volts count twice, ohms once.
 * @see JCGM 100:2008, 5.1.6 (propagation for products of powers)
 */
export const powerStdUncertaintyRatio = ({
  loadOhms,
  loadOhmsStdUncertainty,
  voltsStdUncertaintyRatio,
}: ChannelConditions): number => {
  requirePositive("loadOhms", loadOhms);
  requireRange("loadOhmsStdUncertainty", loadOhmsStdUncertainty, 0, loadOhms);
  requireRange("voltsStdUncertaintyRatio", voltsStdUncertaintyRatio, 0, 1);
  return Math.hypot(2 * voltsStdUncertaintyRatio, loadOhmsStdUncertainty / loadOhms);
};
