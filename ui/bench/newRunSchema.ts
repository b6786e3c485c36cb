import { object, string, type InferType } from "yup";
import { optionalQuantity, quantity } from "@/records";

/** What a recording needs to become volts across known ohms. */
export const recordingSchema = object({
  loadId: string().required("Choose the load it was recorded across."),
  fullScaleVolts: quantity(
    "Give the volts across the load that a full-scale sample stands for, such as 80.",
  )
    .positive("Full scale must be above zero volts.")
    .max(100_000, "That is more than 100 kV; check the number."),
  voltsAccuracyRatio: quantity("Give the accuracy of the volts, such as 1 %.")
    .min(0, "An accuracy cannot be below zero.")
    .max(0.5, "With an accuracy worse than 50 % nothing can be judged."),
  channelsDriven: quantity("Say how many channels were driven.")
    .integer("Channels come in whole numbers.")
    .min(1, "At least one channel was driven.")
    .max(16, "Up to 16 channels."),
  firstChannel: quantity("Choose the channel.").integer().min(0).max(15),
  mainsHz: quantity("Choose the mains frequency."),
});

export type RecordingSettings = InferType<typeof recordingSchema>;

/** What the simulated bench is asked to do. */
export const simulationSchema = object({
  loadId: string().required("Choose the load to drive."),
  channelsDriven: quantity("Say how many channels are driven.")
    .integer("Channels come in whole numbers.")
    .min(1, "At least one channel is driven.")
    .max(8, "The simulated amplifiers have up to eight channels."),
  /** Left empty, the drive goes a little past the predicted limit. */
  lastVoltsRms: optionalQuantity("Give the highest drive in volts, such as 1.5, or leave it empty.")
    .positive("The drive must be above zero volts.")
    .max(20, "The simulated source gives up to 20 V."),
});

export type SimulationSettings = InferType<typeof simulationSchema>;
