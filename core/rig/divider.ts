import { requirePositive, requireRange } from "../units";

/** Two resistors that bring the volts of a load down to what a converter takes. */
export type Divider = { upperOhms: number; lowerOhms: number };

/** What is connected to the divider: the highest peak that is to be expected, and the converter. */
export type DividerCase = { peakVolts: number; fullScaleVolts: number; inputOhms: number };

export type DividerReport = {
  /** Volts at the converter over volts at the load, the converter's own input included. */
  ratio: number;
  peakAtConverterVolts: number;
  /** Full scale over the highest peak; below 1 the converter is overdriven. */
  headroomRatio: number;
  /** In both resistors together, at a sine of that peak. */
  heatWatts: number;
  /** Where the divider with the usual capacitance of a cable and an input is 3 dB down. */
  cornerHz: number;
};

/** A metre of cable and an input. Common practice. */
const CABLE_FARADS = 150e-12;
/** Room that is kept above the highest peak: 3 dB, for an amplifier that gives more than it should. */
export const WANTED_HEADROOM = Math.SQRT2;

/**
 * What a divider does. @throws {RangeError} on values that are not above zero
 * @see Thévenin’s theorem
 */
export const dividerReport = (
  { upperOhms, lowerOhms }: Divider,
  { peakVolts, fullScaleVolts, inputOhms }: DividerCase,
): DividerReport => {
  requireRange("upperOhms", upperOhms, 0, Infinity);
  const lower =
    1 / (1 / requirePositive("lowerOhms", lowerOhms) + 1 / requirePositive("inputOhms", inputOhms));
  const ratio = lower / (upperOhms + lower);
  const peakAtConverterVolts = requirePositive("peakVolts", peakVolts) * ratio;
  return {
    ratio,
    peakAtConverterVolts,
    headroomRatio: requirePositive("fullScaleVolts", fullScaleVolts) / peakAtConverterVolts,
    heatWatts: peakVolts ** 2 / 2 / (upperOhms + lower),
    cornerHz:
      upperOhms === 0
        ? Infinity
        : 1 / (2 * Math.PI * CABLE_FARADS * (1 / (1 / upperOhms + 1 / lower))),
  };
};

/** Values of the E24 series. @see IEC 60063 */
const E24 = [
  1, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2, 2.2, 2.4, 2.7, 3, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8,
  7.5, 8.2, 9.1,
];

/** Low enough for the cable and the noise of the resistors, high enough for small resistors. */
const LOWER_OHMS = 1000;

/**
 * A divider of standard values that leaves 3 dB above the highest peak and wastes as little of the converter's range as may be.
 * @returns upperOhms 0 where none is needed
 * @see IEC 60063 for the values; 3 dB of headroom is common practice
 */
export const suggestDivider = (where: DividerCase): Divider => {
  const direct = dividerReport({ upperOhms: 0, lowerOhms: LOWER_OHMS }, where);
  if (direct.headroomRatio >= WANTED_HEADROOM) return { upperOhms: 0, lowerOhms: LOWER_OHMS };
  const uppers = [100, 1000, 10_000, 100_000, 1_000_000].flatMap((decade) =>
    E24.map((value) => value * decade),
  );
  const upperOhms = uppers.find(
    (upper) =>
      dividerReport({ upperOhms: upper, lowerOhms: LOWER_OHMS }, where).headroomRatio >=
      WANTED_HEADROOM,
  );
  if (upperOhms === undefined)
    throw new RangeError(
      `peakVolts is ${where.peakVolts}; a divider of two resistors does not bring that down to ${where.fullScaleVolts} V`,
    );
  return { upperOhms, lowerOhms: LOWER_OHMS };
};
