import { array, boolean, number, object, string, type InferType } from "yup";
import { above0, MOST } from "./limits";
import { revision } from "./revision";
import { trimmed } from "./text";

/** Channels of an interface that are looked at. */
export const MOST_AUDIO_CHANNELS = 32;

const channel = () =>
  number()
    .integer()
    .min(0)
    .max(MOST_AUDIO_CHANNELS - 1)
    .required();
const ratio = () => number().min(0).max(1);

export const audioOutputSchema = object({
  channel: channel(),
  /** Peak, at the amplifier's input. */
  fullScaleVolts: above0(MOST.volts),
});

export const audioInputSchema = object({
  channel: channel(),
  /** Peak, across the load: the divider is in it. */
  fullScaleVolts: above0(MOST.volts),
  stdUncertaintyRatio: ratio().required(),
  isInverted: boolean().required().default(false),
});

/** More than the steps of any loop. */
const MOST_POINTS = 200;

/** What one channel of a rig does by itself to magnitude and phase: over that at 1 kHz, without its delay. */
export const ownResponseSchema = array()
  .of(
    object({
      frequencyHz: above0(MOST.hertz),
      ratio: number().positive().max(1000).required(),
      phaseRadians: number().min(-1000).max(1000).required(),
    }),
  )
  .max(MOST_POINTS)
  .required();

/** Which input heard which output as something of the interface itself was read, in the order of the amplifier's channels. */
const loopsSchema = array()
  .of(object({ output: channel(), input: channel() }))
  .max(8)
  .optional();

const interfaceSchema = object({
  id: string().max(60).required(),
  /** As the browser names it. */
  deviceName: trimmed().max(200).required(),
  sampleRateHz: above0(MOST.hertz),
  /** Nothing real: an amplifier that is worked out stands behind it. */
  isVirtual: boolean().required().default(false),
  /** In the order of the amplifier's channels. */
  outputs: array().of(audioOutputSchema).max(8).required().default([]),
  inputs: array().of(audioInputSchema).max(8).required().default([]),
  /** UTC text: when the last of its levels was found. */
  calibratedAt: string().max(40).nullable().default(null),
  /** How far two levels of an output were from being in proportion. */
  linearityRatio: number().min(-1).max(10).nullable().default(null),
  /** Where its knobs stood then: they must stand there still. */
  knobs: trimmed().max(200, "Keep it under 200 characters.").defined().default(""),
  /** What it distorts and hears by itself, outputs wired to inputs. */
  floor: object({
    thdPlusNoiseRatio: ratio().required(),
    thdRatio: ratio().required(),
    /** One channel played, over the other that was not; null with one channel. */
    crosstalkRatio: number().min(0).max(10).nullable().defined(),
    /** Lines of the mains over the tone: a loop of earth hums. */
    humRatio: number().min(0).max(10).nullable().defined(),
    frequencyHz: above0(MOST.hertz),
    at: string().max(40).required(),
    loops: loopsSchema,
  })
    .nullable()
    .default(null),
  /** What it does to magnitude and phase by itself, in the order of the amplifier's channels, to be taken out of theirs; null leaves it in. */
  ownResponses: array().of(ownResponseSchema).max(8).nullable().default(null),
  /** UTC text: when they were read. */
  ownResponsesAt: string().max(40).nullable().optional(),
  ownResponsesLoops: loopsSchema,
  /** What its levels were the time before. */
  before: object({
    at: string().max(40).required(),
    outputVolts: array().of(above0(MOST.volts)).max(8).required(),
    inputVolts: array().of(above0(MOST.volts)).max(8).required(),
  })
    .nullable()
    .default(null),
});

/** Audio interfaces with their levels; each belongs to a device at a rate. */
export const interfacesSchema = object({
  revision: revision(),
  interfaces: array().of(interfaceSchema).max(40, "Up to 40 interfaces.").required().default([]),
});

export type AudioInterfaces = InferType<typeof interfacesSchema>;
export type AudioInterface = AudioInterfaces["interfaces"][number];
