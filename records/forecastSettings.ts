import { number, object, string, type InferType } from "yup";
import { revision } from "./revision";

const assumption = (most: number) =>
  number()
    .min(0, "It cannot be below zero.")
    .max(most, "This value is too large.")
    .nullable()
    .optional();

/** What a reviewer changed of a forecast: the supply and source it is made for, and assumptions that differ from the usual ones. */
export const forecastSettingsSchema = object({
  revision: revision(),
  supplyName: string().max(80).nullable().default(null),
  /** The simulated amplifier that stands for this one, by its name on the simulated bench. */
  modelName: string().max(80).nullable().default(null),
  sourceVoltsRms: number()
    .min(0.01, "Enter at least 10 mV.")
    .max(100, "Enter up to 100 V.")
    .nullable()
    .default(2),
  assumptions: object({
    efficiencyRatio: assumption(1),
    houseKeepingWatts: assumption(1000),
    deviceVolts: assumption(100),
    outputAmperesPeak: assumption(500),
    burstRatio: assumption(10),
    mainsVolts: assumption(300),
    breakerAmperes: assumption(125),
    powerFactor: assumption(1),
  }).default({}),
});

export type ForecastSettings = InferType<typeof forecastSettingsSchema> & {
  /** What the sheet says instead of typical values; read from its lines each time, and kept nowhere else. */
  printed?: { houseKeepingWatts?: number };
};
