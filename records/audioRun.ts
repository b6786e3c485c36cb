import { array, boolean, number, object, string, type InferType } from "yup";
import {
  audioInputSchema,
  audioOutputSchema,
  MOST_AUDIO_CHANNELS,
  ownResponseSchema,
} from "./interfaces";
import { above0, MOST } from "./limits";
import { networkMetersSchema } from "./networkInstruments";

/** How a run is driven through an audio interface: kept with a run under way, so that it can go on with the same levels. */
export const audioRunSchema = object({
  /** Instruments of the network that look on while it plays; absent in what was kept before there were any. */
  meters: networkMetersSchema.optional().default(undefined),
  deviceName: string().max(200).required(),
  /** Nothing real: an amplifier that is worked out stands behind it. */
  isVirtual: boolean().required(),
  sampleRateHz: above0(MOST.hertz),
  /** Channels that come in, as it was opened. */
  channelCount: number().integer().min(1).max(MOST_AUDIO_CHANNELS).required(),
  outputs: array().of(audioOutputSchema).min(1).max(8).required(),
  inputs: array().of(audioInputSchema).min(1).max(8).required(),
  /** Each channel is read between two inputs, one on either terminal. */
  isBetweenInputs: boolean().required(),
  mostVoltsPeak: above0(MOST.volts),
  riseDbPerSecond: above0(1000),
  /** THD+N of the interface by itself, outputs wired to inputs; null where nobody looked. */
  floorRatio: number().min(0).max(1).nullable().defined(),
  /** What it does to magnitude and phase by itself, a channel each, to be taken out; absent in what was kept before. */
  ownResponses: array().of(ownResponseSchema).max(8).nullable().default(null),
  mainsHz: number()
    .oneOf([50, 60] as const)
    .required(),
});

export type AudioRun = InferType<typeof audioRunSchema>;
