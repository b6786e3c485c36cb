import { array, object, string, type InferType } from "yup";
import { quantity } from "./quantity";
import { revision } from "./revision";
import { trimmed } from "./text";

export const recorderSchema = object({
  id: string().max(40).required(),
  name: trimmed()
    .max(60, "Keep the name under 60 characters.")
    .required("Enter a name, such as “pocket recorder”."),
  fullScaleVolts: quantity("Enter the volts across the load at full scale, such as 62.5.")
    .positive("It must be above zero.")
    .max(1e6, "Check the number."),
});

/** Recorders that files come from, each with the volts across the load at its full scale: asked once, not for each file. */
export const recordersSchema = object({
  revision: revision(),
  recorders: array().of(recorderSchema).max(40, "Up to 40 recorders.").required().default([]),
});

export type Recorders = InferType<typeof recordersSchema>;
export type Recorder = Recorders["recorders"][number];
