import type { Caution } from "../caution";

/** One product of two tones: m f1 + n f2, its level over the reference tone's, with what noise makes uncertain of it. */
export type Product = {
  label: string;
  frequencyHz: number;
  ratio: number;
  ratioStdUncertainty: number;
};

export type TwoToneReading = {
  lowHz: number;
  highHz: number;
  lowVoltsPeak: number;
  highVoltsPeak: number;
  voltsRms: number;
  products: readonly Product[];
  cautions: readonly Caution[];
};
