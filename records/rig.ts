import { array, boolean, number, object, string, type InferType } from "yup";
import { parseVolts } from "@/core/units";
import { optionalQuantity, quantity } from "./quantity";
import { revision } from "./revision";
import { trimmed } from "./text";

export const PROBES = ["grounded probe", "differential probe", "two channels"] as const;

/** What takes the readings at the Bench. */
export const READINGS = [
  "simulated bench",
  "recordings",
  "meter",
  "audio interface",
  "network instruments",
] as const;
export type Readings = (typeof READINGS)[number];

const moment = () => string().max(40).required();

const confirmationSchema = object({
  code: string().max(40).required(),
  title: string().max(200).required(),
  at: moment(),
});

const guard = (advice: string, usual: number, most: number) =>
  quantity(advice)
    .positive("A guard limit must be above zero.")
    .max(most, "Check the number.")
    .default(usual);

/** What must not be passed while output is live; what a load built from the shelf takes is known from its resistors. */
const guardsSchema = object({
  loadWatts: guard("Enter watts, such as 200.", 200, 20_000),
  loadCelsius: guard("Enter degrees Celsius, such as 180.", 180, 600),
  sinkCelsius: guard("Enter degrees Celsius, such as 75.", 75, 200),
  breakerAmperes: guard("Enter amperes, such as 10.", 10, 125),
});

/** How an audio interface may drive this amplifier. */
const audioSchema = object({
  /** What its input stands: no more is ever played. The usual line level. */
  mostVoltsRms: quantity("Enter volts, such as 2.", parseVolts)
    .positive("It must be above zero.")
    .max(100, "Check the number.")
    .default(2),
  riseDbPerSecond: quantity("Enter dB per second, such as 40.")
    .positive("It must be above zero.")
    .max(200, "Check the number.")
    .default(40),
  mainsHz: number()
    .oneOf([50, 60] as const)
    .required()
    .default(50),
});

const chosen = () => string().max(60).nullable().default(null);
const scopeChannel = () => number().integer().min(1).max(8);

/** Which instruments of the network measure this amplifier, and which channels of the oscilloscope read what. */
const networkSchema = object({
  generatorId: chosen(),
  oscilloscopeId: chosen(),
  voltmeterId: chosen(),
  mainsMeterId: chosen(),
  thermometerId: chosen(),
  /** Of the amplifier's first output; those of its others follow it. */
  firstChannel: scopeChannel().required().default(1),
  /** The one that reads the amplifier's input; null where none does. */
  sourceChannel: scopeChannel().nullable().default(null),
});

/** What is connected where for one amplifier, what it was checked with, and what was confirmed. */
export const rigSchema = object({
  revision: revision(),
  /** Which rig of the workshop it is measured with; null until something of it was kept. */
  rigId: string().max(40).nullable().default(null),
  rigName: trimmed().max(60, "Keep the name under 60 characters.").defined().default(""),
  readings: string()
    .oneOf([...READINGS])
    .required()
    .default("simulated bench"),
  guards: guardsSchema,
  audio: audioSchema,
  network: networkSchema,
  sourceId: string().max(40).nullable().default(null),
  converterId: string().max(40).nullable().default(null),
  voltmeterId: string().max(40).nullable().default(null),
  probe: string()
    .oneOf([...PROBES])
    .required()
    .default("grounded probe"),
  upperOhms: optionalQuantity("Enter ohms, such as 47k; 0 for none.")
    .min(0, "It cannot be below zero.")
    .max(1e9, "Check the number.")
    .default(null),
  lowerOhms: optionalQuantity("Enter ohms, such as 1k.")
    .positive("It must be above zero.")
    .max(1e9, "Check the number.")
    .default(null),
  withSpeaker: boolean().required().default(false),
  isBridged: boolean().required().default(false),
  meterVoltsRms: optionalQuantity("Enter the voltmeter reading, such as 2.83.", parseVolts)
    .positive("It must be above zero.")
    .max(1000, "Check the number.")
    .default(null),
  meterHz: optionalQuantity("Enter the frequency of the tone, such as 200.")
    .positive("It must be above zero.")
    .max(200_000, "Check the number.")
    .default(null),
  recordedRatio: optionalQuantity("Enter the level in the recording, such as -12 dB.")
    .positive("It must be above zero.")
    .max(1, "Above full scale: the recording is overloaded.")
    .default(null),
  /** THD+N of the rig alone, source straight to converter. */
  loop: object({
    thdPlusNoiseRatio: number().min(0).max(1).required(),
    thdRatio: number().min(0).max(1).required(),
    frequencyHz: number().positive().required(),
    at: moment(),
  })
    .nullable()
    .default(null),
  confirmations: array().of(confirmationSchema).max(40).required().default([]),
});

export type RigSettings = InferType<typeof rigSchema>;

/** What belongs to the workshop and stands there for the next amplifier too: the rest is of one amplifier. */
const SHARED = [
  "rigName",
  "sourceId",
  "converterId",
  "voltmeterId",
  "probe",
  "upperOhms",
  "lowerOhms",
  "meterVoltsRms",
  "meterHz",
  "recordedRatio",
  "loop",
] as const satisfies readonly (keyof RigSettings)[];

/** A rig of the workshop: instruments, divider, calibration, and what it distorts by itself. */
export type SharedRig = Pick<RigSettings, (typeof SHARED)[number]>;

/** The part of an amplifier's rig that belongs to the workshop. */
export const sharedRig = (rig: RigSettings): SharedRig =>
  Object.fromEntries(SHARED.map((key) => [key, rig[key]])) as SharedRig;

/** The part of an amplifier's rig that is its own, with its revision. */
export const ownRig = (rig: RigSettings): Omit<RigSettings, keyof SharedRig | "rigId"> =>
  Object.fromEntries(
    Object.entries(rig).filter(
      ([key]) => key !== "rigId" && !(SHARED as readonly string[]).includes(key),
    ),
  ) as Omit<RigSettings, keyof SharedRig | "rigId">;

export type Confirmation = InferType<typeof confirmationSchema>;
export type Guards = RigSettings["guards"];
export type NetworkChoice = RigSettings["network"];
