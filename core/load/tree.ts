import { inParallel, inSeries, type Resistance } from "./network";
import type { Network, PowerResistor } from "./types";

/**
 * Ohms of a network with their uncertainty; its parts were read with one meter.
 * @see JCGM 100, 5.2.2, for correlated parts
 */
export const networkResistance = (network: Network, shelf: readonly PowerResistor[]): Resistance =>
  network.kind === "resistor"
    ? shelf[network.index]
    : (network.kind === "series" ? inSeries : inParallel)(
        network.parts.map((part) => networkResistance(part, shelf)),
      );

/**
 * Ohms alone, from each resistor's ohms; the quick way for trying many.
 * @see series and parallel connection of resistances
 */
export const networkOhms = (network: Network, ohms: ArrayLike<number>): number => {
  if (network.kind === "resistor") return ohms[network.index];
  let sum = 0;
  for (const part of network.parts) {
    const value = networkOhms(part, ohms);
    sum += network.kind === "series" ? value : 1 / value;
  }
  return network.kind === "series" ? sum : 1 / sum;
};

/**
 * Share of the network's power in each of its resistors; together they are 1.
 * @see Joule’s law in series and parallel
 */
export const networkShares = (
  network: Network,
  ohms: ArrayLike<number>,
  share = 1,
): { index: number; share: number }[] => {
  if (network.kind === "resistor") return [{ index: network.index, share }];
  const weights = network.parts.map((part) =>
    network.kind === "series" ? networkOhms(part, ohms) : 1 / networkOhms(part, ohms),
  );
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return network.parts.flatMap((part, k) =>
    networkShares(part, ohms, (share * weights[k]) / total),
  );
};

type Complex = { re: number; im: number };
const plus = (a: Complex, b: Complex): Complex => ({ re: a.re + b.re, im: a.im + b.im });
const inverse = ({ re, im }: Complex): Complex => ({
  re: re / (re * re + im * im),
  im: -im / (re * re + im * im),
});

/**
 * Impedance of a network of resistors with inductance.
 * @see series and parallel connection of impedances
 */
export const networkImpedance = (
  network: Network,
  shelf: readonly PowerResistor[],
  frequencyHz: number,
): Complex => {
  if (network.kind === "resistor")
    return {
      re: shelf[network.index].ohms,
      im: 2 * Math.PI * frequencyHz * shelf[network.index].henries,
    };
  const parts = network.parts.map((part) => networkImpedance(part, shelf, frequencyHz));
  return network.kind === "series" ? parts.reduce(plus) : inverse(parts.map(inverse).reduce(plus));
};

/** "(R1 + R2) ∥ R3" Definition: + in series, ∥ in parallel. */
export const networkText = (
  network: Network,
  shelf: readonly Pick<PowerResistor, "name">[],
  isInside = false,
): string => {
  if (network.kind === "resistor") return shelf[network.index].name;
  const text = network.parts
    .map((part) => networkText(part, shelf, true))
    .join(network.kind === "series" ? " + " : " ∥ ");
  return isInside ? `(${text})` : text;
};

/** Places on the shelf of all resistors of a network. */
export const networkIndices = (network: Network): number[] =>
  network.kind === "resistor" ? [network.index] : network.parts.flatMap(networkIndices);
