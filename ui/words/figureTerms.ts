import type { Figure } from "@/core/run";
import type { TermKey } from "./glossary";

/** Figures of runs whose names begin so are explained by that term; the first that fits. */
const OF_FIGURES: readonly (readonly [begins: string, term: TermKey])[] = [
  ["thd-plus-noise", "thdn"],
  ["thd", "thd"],
  ["sinad", "sinad"],
  ["power-from-peak", "crest"],
  ["clip", "flat-tops"],
  ["flat", "flat-tops"],
  ["tops", "flat-tops"],
  ["knee", "knee"],
  ["burst", "burst"],
  ["headroom", "headroom"],
  ["noise-a", "noise-weighting"],
  ["noise", "noise"],
  ["snr-", "noise"],
  ["hum", "hum"],
  ["gain", "gain"],
  ["balance", "gain"],
  ["input-for-rated", "gain"],
  ["impedance", "impedance"],
  ["resistance", "impedance"],
  ["damping", "damping"],
  ["modulation", "intermodulation"],
  ["d2", "intermodulation"],
  ["d3", "intermodulation"],
  ["residual", "residual"],
  ["low-", "response"],
  ["high-", "response"],
];

/** What a figure is explained by where its name does not say it. */
const OF_QUANTITIES: Partial<Record<Figure["quantity"], TermKey>> = {
  watts: "power",
  "distortion-ratio": "thdn",
};

/** The term that explains a run’s figure; null where its label says it all. */
export const termOfFigure = ({ name, quantity }: Pick<Figure, "name" | "quantity">) =>
  OF_FIGURES.find(([begins]) => name.startsWith(begins))?.[1] ?? OF_QUANTITIES[quantity] ?? null;
