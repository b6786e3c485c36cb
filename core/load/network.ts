import { requirePositive, requireRange } from "../units";

/** A resistance and its standard uncertainty. */
export type Resistance = { ohms: number; ohmsStdUncertainty: number };

const checked = ({ ohms, ohmsStdUncertainty }: Resistance): Resistance => ({
  ohms: requirePositive("ohms", ohms),
  ohmsStdUncertainty: requireRange("ohmsStdUncertainty", ohmsStdUncertainty, 0, ohms),
});

/**
 * Resistors in series: ohms add, and so do their uncertainties. Resistors of one shelf were read with one meter, and what that is off
 * by it is off by alike in all of them: their readings are correlated.
 * @see JCGM 100:2008, 5.2.2, note 1 (all inputs with correlation coefficients of one)
 */
export const inSeries = (parts: readonly Resistance[]): Resistance =>
  parts.map(checked).reduce(
    (sum, part) => ({
      ohms: sum.ohms + part.ohms,
      ohmsStdUncertainty: sum.ohmsStdUncertainty + part.ohmsStdUncertainty,
    }),
    { ohms: 0, ohmsStdUncertainty: 0 },
  );

/**
 * Resistors in parallel: conductances add. Each part's uncertainty counts by the square of its share of the current; read with one
 * meter they are added up.
 * @throws {RangeError} on no parts
 * @see JCGM 100:2008, 5.2.2, note 1
 */
export const inParallel = (parts: readonly Resistance[]): Resistance => {
  if (parts.length === 0)
    throw new RangeError("parts is empty; a parallel network has at least one resistor");
  const ohms = 1 / parts.map(checked).reduce((sum, part) => sum + 1 / part.ohms, 0);
  return {
    ohms,
    ohmsStdUncertainty: parts.reduce(
      (sum, part) => sum + part.ohmsStdUncertainty * (ohms / part.ohms) ** 2,
      0,
    ),
  };
};
