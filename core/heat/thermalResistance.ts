import { requirePositive } from "../units";
import { COVERAGE } from "./coverage";
import type { Interval } from "./types";

/** A value with its standard uncertainty. */
export type Measured = { value: number; stdUncertainty: number };

/**
 * The standard uncertainty that stands behind a band.
 * @see JCGM 100:2008, 6.2 and 7.2 (a band of about 95 % is four standard uncertainties wide)
 */
export const measuredOf = ({ value, low, high }: Interval): Measured => ({
  value,
  stdUncertainty: (high - low) / (2 * COVERAGE),
});

/** Watts that stay in the amplifier as heat: what the mains gives less what the loads take. @see conservation of energy */
export const dissipatedWatts = (mains: Measured, loads: readonly Measured[]): Measured => ({
  value: mains.value - loads.reduce((sum, { value }) => sum + value, 0),
  stdUncertainty: Math.hypot(
    mains.stdUncertainty,
    ...loads.map(({ stdUncertainty }) => stdUncertainty),
  ),
});

/**
 * Thermal resistance to the room, in K/W: settled rise over the watts that make it.
 * @param rise in kelvin
 * @param watts dissipated, above zero
 * @throws {RangeError} on no watts
 * @see IEC 60747-15 (from memory); uncertainty by JCGM 100, 5.1.6
 */
export const kelvinPerWatt = (rise: Measured, watts: Measured): Measured => {
  requirePositive("watts", watts.value);
  const value = rise.value / watts.value;
  return {
    value,
    stdUncertainty: Math.hypot(rise.stdUncertainty, value * watts.stdUncertainty) / watts.value,
  };
};

/** What a change did: the difference, whether it is more than chance, and what is gained at a limit. */
export type ChangeOfResistance = {
  /** After less before, in K/W. */
  difference: Measured;
  /** Whether it is more than chance. */
  isReal: boolean;
  /** Watts of heat that it stands at the limit, before and after. */
  wattsBefore: Measured;
  wattsAfter: Measured;
};

/**
 * Compares the thermal resistance of an amplifier before and after something was changed.
 * @param riseKelvin from the room to the limit that is asked about, above zero
 * @see JCGM 100, 5.1.2; a difference beyond twice its standard uncertainty is taken for real
 */
export const changeOfResistance = (
  before: Measured,
  after: Measured,
  riseKelvin: number,
): ChangeOfResistance => {
  requirePositive("riseKelvin", riseKelvin);
  const difference = {
    value: after.value - before.value,
    stdUncertainty: Math.hypot(after.stdUncertainty, before.stdUncertainty),
  };
  return {
    difference,
    isReal: Math.abs(difference.value) > COVERAGE * difference.stdUncertainty,
    wattsBefore: wattsForRise(before, riseKelvin),
    wattsAfter: wattsForRise(after, riseKelvin),
  };
};

/** Watts that make a rise settle. Definition of thermal resistance: kelvin a watt. */
export const wattsForRise = (resistance: Measured, riseKelvin: number): Measured => {
  const value = riseKelvin / requirePositive("resistance", resistance.value);
  return { value, stdUncertainty: (value * resistance.stdUncertainty) / resistance.value };
};
