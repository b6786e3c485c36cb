import type { Harmonic, ToneReading } from "../distortion";
import { powerStdUncertaintyRatio, powerWatts } from "../power";
import type { ChannelConditions } from "../power";
import type { Figure, Quantity } from "./types";

export const figure = (
  name: string,
  label: string,
  quantity: Quantity,
  {
    value,
    stdUncertainty = null,
    bound = null,
  }: { value: number | null; stdUncertainty?: number | null; bound?: Figure["bound"] },
): Figure => ({ name, label, quantity, value, stdUncertainty, bound });

/** Output power of a reading, with the uncertainty of volts and load. */
const powerFigure = (
  name: string,
  label: string,
  voltsRms: number,
  load: ChannelConditions,
): Figure => {
  const watts = powerWatts(voltsRms, load.loadOhms);
  return figure(name, label, "watts", {
    value: watts,
    stdUncertainty: watts * powerStdUncertaintyRatio(load),
  });
};

/** SINAD first, then what it is made of. */
export const toneFigures = (reading: ToneReading, load: ChannelConditions): Figure[] => [
  figure("sinad", "SINAD", "level-ratio", {
    value: 1 / reading.thdPlusNoiseRatio,
    stdUncertainty: reading.thdPlusNoiseRatioStdUncertainty / reading.thdPlusNoiseRatio ** 2,
  }),
  figure("thd", "THD", "distortion-ratio", {
    value: reading.thdRatio,
    stdUncertainty: reading.thdRatioStdUncertainty,
  }),
  figure("thd-plus-noise", "THD+N", "distortion-ratio", {
    value: reading.thdPlusNoiseRatio,
    stdUncertainty: reading.thdPlusNoiseRatioStdUncertainty,
  }),
  powerFigure("power", "output", reading.voltsRms, load),
  figure("volts", "output volts", "volts", {
    value: reading.voltsRms,
    stdUncertainty: reading.voltsRms * load.voltsStdUncertaintyRatio,
  }),
];

export const harmonicFigures = (harmonics: readonly Harmonic[], highestOrder: number): Figure[] =>
  harmonics
    .filter(({ order }) => order <= highestOrder)
    .map(({ order, ratio }) =>
      figure(`harmonic-${order}`, `harmonic ${order}`, "level-ratio", { value: ratio }),
    );
