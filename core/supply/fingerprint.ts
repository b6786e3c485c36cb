import { requirePositive } from "../units";

/** The most that a channel gave into a load, cleanly. */
export type CleanOutput = { loadOhms: number; watts: number; stdWatts: number };

/** A value with its standard uncertainty. */
type Measured = { value: number; stdUncertainty: number };

/** What feeds a channel, as its clean output into two loads or more tells it. */
export type Fingerprint = {
  /**
   * What decides from load to load: the volts of the rails alone, volts that sag with the current, or a supply that gives no more
   * watts, or no more amperes, whatever the load.
   */
  kind: "stiff" | "sagging" | "power-limited" | "current-limited";
  /** Peak volts that it would give into nothing. */
  openVolts: Measured;
  /** Ohms behind which these volts seem to stand, output stage included. */
  sourceOhms: Measured;
};

/** Loads that are closer than this tell no slope. */
const LEAST_SPREAD = 1.25;
/** Half the load takes at least so many times the power from rails that hold. Common practice: 1.9 and more is called stiff. */
const STIFF_RATIO = 1.9;
/** Power that changes by less than this from load to load is limited as power. */
const SAME_POWER_RATIO = 1.1;

const voltsPeak = ({ watts, loadOhms }: CleanOutput): number => Math.sqrt(2 * watts * loadOhms);

/**
 * Peak volts against peak amperes, a point a load, as a straight line: open volts less current times source resistance.
 * @param outputs of one supply, the same channels driven; watts and ohms above zero
 * @returns null where loads do not differ enough to tell
 * @see Thévenin's theorem; a weighted line by least squares, as JCGM 100, H.3 (from memory)
 */
export const supplyFingerprint = (outputs: readonly CleanOutput[]): Fingerprint | null => {
  const ohms = outputs.map(({ loadOhms }) => requirePositive("loadOhms", loadOhms));
  if (outputs.length < 2 || Math.max(...ohms) < LEAST_SPREAD * Math.min(...ohms)) return null;
  // An error of volts moves the amperes too, along the load line: how far that is off the line follows from its slope.
  const first = lineThrough(outputs, 0);
  const line = first && lineThrough(outputs, first.sourceOhms.value);
  return {
    kind: line ? kindOf(outputs) : "current-limited",
    openVolts: line?.openVolts ?? UNKNOWN,
    sourceOhms: line?.sourceOhms ?? UNKNOWN,
  };
};

/** @param sourceOhms as far as they are known; @returns null for the same amperes into every load: no volts stand behind that */
const lineThrough = (
  outputs: readonly CleanOutput[],
  sourceOhms: number,
): Pick<Fingerprint, "openVolts" | "sourceOhms"> | null => {
  const points = outputs.map((output) => {
    const volts = voltsPeak({ ...output, watts: requirePositive("watts", output.watts) });
    // A relative uncertainty of power is twice that of volts.
    const stdVolts = (volts * Math.max(output.stdWatts / output.watts, 1e-4)) / 2;
    const off = stdVolts * (1 + sourceOhms / output.loadOhms);
    return { amperes: volts / output.loadOhms, volts, weight: 1 / off ** 2 };
  });
  const sum = (of: (point: (typeof points)[number]) => number): number =>
    points.reduce((total, point) => total + of(point), 0);
  const weights = sum(({ weight }) => weight);
  const meanAmperes = sum(({ weight, amperes }) => weight * amperes) / weights;
  const meanVolts = sum(({ weight, volts }) => weight * volts) / weights;
  const spread = sum(({ weight, amperes }) => weight * (amperes - meanAmperes) ** 2);
  if (!(spread > LEAST_SPREAD_OF_AMPERES * weights * meanAmperes ** 2)) return null;
  const slope =
    sum(({ weight, amperes, volts }) => weight * (amperes - meanAmperes) * (volts - meanVolts)) /
    spread;
  return {
    openVolts: {
      value: meanVolts - slope * meanAmperes,
      stdUncertainty: Math.sqrt(1 / weights + meanAmperes ** 2 / spread),
    },
    sourceOhms: { value: Math.max(0, -slope), stdUncertainty: Math.sqrt(1 / spread) },
  };
};

const UNKNOWN: Measured = { value: Number.NaN, stdUncertainty: Number.POSITIVE_INFINITY };
/** Amperes that differ by less than a hundredth are the same. */
const LEAST_SPREAD_OF_AMPERES = 1e-4;

/** From the highest ohms to the lowest: how power changes, over how the ohms do. */
const kindOf = (outputs: readonly CleanOutput[]): Fingerprint["kind"] => {
  const sorted = outputs.toSorted((a, b) => b.loadOhms - a.loadOhms);
  const [high, low] = [sorted[0], sorted[sorted.length - 1]];
  // As if one load were half the other: power to the power of one octave of ohms.
  const octaves = Math.log2(high.loadOhms / low.loadOhms);
  const perOctave = (low.watts / high.watts) ** (1 / octaves);
  if (perOctave >= STIFF_RATIO) return "stiff";
  if (perOctave > SAME_POWER_RATIO) return "sagging";
  return perOctave > 1 / SAME_POWER_RATIO ? "power-limited" : "current-limited";
};

/**
 * Clean watts into another load, as the fingerprint has it.
 * @param outputs that it was made of: where power or amperes are limited, the nearest of them is carried over
 * @throws {RangeError} on a load that is not above zero
 * @see Thévenin's theorem
 */
export const wattsInto = (
  { kind, openVolts, sourceOhms }: Fingerprint,
  outputs: readonly CleanOutput[],
  loadOhms: number,
): Measured => {
  requirePositive("loadOhms", loadOhms);
  const nearest = outputs.reduce((near, each) =>
    Math.abs(Math.log(each.loadOhms / loadOhms)) < Math.abs(Math.log(near.loadOhms / loadOhms))
      ? each
      : near,
  );
  const alike = { value: nearest.watts, stdUncertainty: nearest.stdWatts };
  if (kind === "power-limited") return alike;
  if (kind === "current-limited") {
    const scale = loadOhms / nearest.loadOhms;
    return { value: alike.value * scale, stdUncertainty: alike.stdUncertainty * scale };
  }
  const share = loadOhms / (loadOhms + sourceOhms.value);
  const volts = openVolts.value * share;
  const watts = volts ** 2 / (2 * loadOhms);
  return {
    value: watts,
    stdUncertainty:
      2 *
      watts *
      Math.hypot(
        openVolts.stdUncertainty / openVolts.value,
        sourceOhms.stdUncertainty / (loadOhms + sourceOhms.value),
      ),
  };
};
