import { array, number, object, string, type InferType } from "yup";
import { type PlannedRun } from "@/core/plan";
import { RUN_KIND_NAMES } from "@/core/run";
import { quantity } from "./quantity";
import { trimmed } from "./text";
import { revision } from "./revision";

const plannedRunSchema = object({
  id: string().max(60).required(),
  kind: string()
    .oneOf([...RUN_KIND_NAMES])
    .required(),
  loadOhms: quantity("Give the load in ohms.")
    .positive("It must be above zero.")
    .max(10_000, "Check the number."),
  channelsDriven: quantity("Say how many channels.")
    .integer("Channels come in whole numbers.")
    .min(1, "At least one.")
    .max(16, "Up to 16."),
  watts: quantity("Give watts for each channel; 0 for none.")
    .min(0, "It cannot be below zero.")
    .max(100_000, "Check the number."),
  seconds: quantity("Give seconds.")
    .positive("It must be above zero.")
    .max(86_400, "A day at most."),
  setting: trimmed().max(120, "Keep it under 120 characters.").defined().default(""),
  proves: array().of(string().max(60).defined()).max(100).required().default([]),
});

/** The runs in the order in which they are to be made. */
export const planSchema = object({
  revision: revision(),
  runs: array().of(plannedRunSchema).max(200, "Up to 200 runs.").required().default([]),
  amplifierMostCelsius: number()
    .min(40, "Amplifiers may get warmer than that.")
    .max(110, "That burns.")
    .required()
    .default(65),
  /** Bench time of a day, after which it goes on tomorrow. */
  dayHours: number().min(0.5, "At least half an hour.").max(16, "Sleep.").required().default(6),
});

export type Plan = Omit<InferType<typeof planSchema>, "runs"> & { runs: PlannedRun[] };
