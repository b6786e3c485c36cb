import { object, string, type InferType } from "yup";
import { optionalQuantity, quantity } from "@/records";

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
