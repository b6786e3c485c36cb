import { array, number, object, type InferType } from "yup";

const channelSchema = object({
  ohms: number().typeError("Give the measured resistance in ohms, such as 8.21.").positive("The load must be above zero ohms.").max(10_000, "That is more than 10 kΩ; check the number.").required("Give the measured resistance in ohms."),
  /** Standard uncertainty; the form asks for the half width of about 95 %, twice this. */
  ohmsStdUncertainty: number().typeError("Give the uncertainty in ohms, such as 0.02.").min(0, "An uncertainty cannot be below zero.").when("ohms", ([ohms], schema) => (ohms > 0 ? schema.max(ohms / 2, "The uncertainty is larger than the resistance itself.") : schema)).required("Give the uncertainty in ohms; 0 if you do not know it."),
});

/** A set of dummy loads, one a channel, each with its measured ohms. */
export const loadSchema = object({
  nominalOhms: number().typeError("Give the nominal load, such as 8.").positive("The load must be above zero ohms.").max(10_000, "That is more than 10 kΩ; check the number.").required("Give the nominal load in ohms."),
  channels: array().of(channelSchema).min(1, "Give at least one channel's load.").max(16, "Up to 16 channels.").required(),
});

export type LoadChannel = InferType<typeof channelSchema>;
export type LoadDraft = InferType<typeof loadSchema>;
export type Load = LoadDraft & { id: string; amplifierId: string };
