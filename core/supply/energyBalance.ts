import { dissipatedWatts, type Measured } from "../heat";
import { requirePositive } from "../units";

/** What was read of one level: watts in and out, and what a clamp said of the mains. */
export type EnergyReadings = {
  inWatts: Measured;
  /** Of all loads together; zero at rest, null where nobody read it. */
  outWatts: Measured | null;
  /** Null where no clamp was read, or the volts of the mains are not known. */
  apparent: { volts: number; amperes: Measured } | null;
};

/** What does not add up, or is easily misread. Watts and volt-amperes are above zero. */
export type EnergyRemark =
  | { code: "more-out-than-in"; watts: number }
  | { code: "vague-heat"; watts: number; expandedUncertainty: number }
  | { code: "clamp-too-low"; inWatts: number; voltAmperes: number }
  | { code: "apparent"; voltAmperes: number; powerFactor: number };

/** Where the watts of one level go. */
export type EnergyBalance = {
  inWatts: Measured;
  outWatts: Measured | null;
  /** Null where it is not known what came out. */
  heatWatts: Measured | null;
  /** Null at rest, and where it is not known what came out. */
  efficiencyRatio: Measured | null;
  /** Real over apparent power; null without a clamp. */
  powerFactor: Measured | null;
  remarks: readonly EnergyRemark[];
};

/** Twice the standard uncertainty. */
const COVERAGE = 2;
/** Below this a clamp times volts over-reads by so much that it matters. Common practice. */
const NEAR_ONE = 0.95;
/** Heat that is not known to a third is no figure to reckon with. Chosen here. */
const VAGUE_RATIO = 1 / 3;

/**
 * Holds together what goes in, what comes out and what stays as heat, and says what does not add up.
 * @throws {RangeError} where nothing goes in
 * @see conservation of energy; IEEE 1459 for real and apparent power (from memory); JCGM 100, 5.1.2
 */
export const energyBalance = ({ inWatts, outWatts, apparent }: EnergyReadings): EnergyBalance => {
  requirePositive("inWatts", inWatts.value);
  const heatWatts = outWatts && dissipatedWatts(inWatts, [outWatts]);
  const powerFactor = apparent && factorOf(inWatts, apparent);
  return {
    inWatts,
    outWatts,
    heatWatts,
    efficiencyRatio: outWatts && outWatts.value > 0 ? quotient(outWatts, inWatts) : null,
    powerFactor,
    remarks: [
      ...(heatWatts && outWatts ? heatRemarks(heatWatts, outWatts) : []),
      ...(apparent && powerFactor ? factorRemarks(inWatts, apparent, powerFactor) : []),
    ],
  };
};

const factorOf = (
  inWatts: Measured,
  { volts, amperes }: NonNullable<EnergyReadings["apparent"]>,
): Measured | null =>
  volts * amperes.value > 0
    ? quotient(inWatts, {
        value: volts * amperes.value,
        stdUncertainty: volts * amperes.stdUncertainty,
      })
    : null;

const quotient = (above: Measured, below: Measured): Measured => {
  const value = above.value / below.value;
  return {
    value,
    stdUncertainty: Math.abs(
      Math.hypot(above.stdUncertainty, value * below.stdUncertainty) / below.value,
    ),
  };
};

const heatRemarks = (heat: Measured, out: Measured): EnergyRemark[] => {
  if (heat.value < -COVERAGE * heat.stdUncertainty)
    return [{ code: "more-out-than-in", watts: -heat.value }];
  return out.value > 0 && COVERAGE * heat.stdUncertainty > VAGUE_RATIO * heat.value
    ? [
        {
          code: "vague-heat",
          watts: Math.max(0, heat.value),
          expandedUncertainty: COVERAGE * heat.stdUncertainty,
        },
      ]
    : [];
};

const factorRemarks = (
  inWatts: Measured,
  { volts, amperes }: NonNullable<EnergyReadings["apparent"]>,
  factor: Measured,
): EnergyRemark[] => {
  const voltAmperes = volts * amperes.value;
  if (factor.value - COVERAGE * factor.stdUncertainty > 1)
    return [{ code: "clamp-too-low", inWatts: inWatts.value, voltAmperes }];
  return factor.value < NEAR_ONE
    ? [{ code: "apparent", voltAmperes, powerFactor: factor.value }]
    : [];
};
