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
  loadOhms: quantity("Enter the load in ohms.")
    .positive("It must be above zero.")
    .max(10_000, "Check the number."),
  channelsDriven: quantity("Enter the number of channels.")
    .integer("Enter a whole number of channels.")
    .min(1, "Enter at least one.")
    .max(16, "Up to 16."),
  watts: quantity("Enter watts for each channel; 0 for none.")
    .min(0, "It cannot be below zero.")
    .max(100_000, "Check the number."),
  seconds: quantity("Enter seconds.")
    .positive("It must be above zero.")
    .max(86_400, "Enter one day at most."),
  setting: trimmed().max(120, "Keep it under 120 characters.").defined().default(""),
  proves: array().of(string().max(60).defined()).max(100).required().default([]),
});

/** The runs in the order in which they are to be made. */
export const planSchema = object({
  revision: revision(),
  runs: array().of(plannedRunSchema).max(200, "Up to 200 runs.").required().default([]),
  amplifierMostCelsius: number()
    .min(40, "This limit is too low; amplifiers get warmer than that.")
    .max(110, "That burns.")
    .required()
    .default(65),
  /** Bench time of a day, after which it goes on tomorrow. */
  dayHours: number()
    .min(0.5, "Enter at least half an hour.")
    .max(16, "Sleep.")
    .required()
    .default(6),
});

export type Plan = Omit<InferType<typeof planSchema>, "runs"> & { runs: PlannedRun[] };
