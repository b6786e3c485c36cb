import { array, object, type InferType } from "yup";
import { COVERAGE_FACTOR } from "@/core/power";
import { quantity } from "./quantity";

const channelSchema = object({
  ohms: quantity("Give the measured resistance in ohms, such as 8.21.").positive("The load must be above zero ohms.").max(10_000, "That is more than 10 kΩ; check the number."),
  /** Half width of the interval of about 95 %, as people state an accuracy. */
  ohmsExpandedUncertainty: quantity("Give the uncertainty in ohms, such as 0.02.")
    .min(0, "An uncertainty cannot be below zero.")
    .when("ohms", ([ohms], schema) => (ohms > 0 ? schema.max(ohms / 2, "The uncertainty is too large for this resistance.") : schema)),
});

/** A set of dummy loads, one a channel, each with its measured ohms. */
export const loadSchema = object({
  nominalOhms: quantity("Give the nominal load in ohms, such as 8.").positive("The load must be above zero ohms.").max(10_000, "That is more than 10 kΩ; check the number."),
  channels: array().of(channelSchema).min(1, "Give at least one channel's load.").max(16, "Up to 16 channels.").required(),
});

export type LoadChannel = InferType<typeof channelSchema>;
export type LoadDraft = InferType<typeof loadSchema>;
export type Load = LoadDraft & { id: string; amplifierId: string };

/** The standard uncertainty of a channel's load. */
export const ohmsStdUncertainty = ({ ohmsExpandedUncertainty }: LoadChannel): number => ohmsExpandedUncertainty / COVERAGE_FACTOR;
