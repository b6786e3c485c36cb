import { array, mixed, number, object, string, type InferType } from "yup";
import {
  GENERIC_PROFILES,
  NETWORK_ROLES,
  MOST_COMMAND_CHARACTERS,
  profileMistakes,
  ROLE_FACTS,
  SAMPLE_FORMATS,
  type InstrumentProfile,
  type NetworkRole,
  type SampleFormat,
} from "@/core/scpi";
import { calibrationFields } from "./instruments";
import { revision } from "./revision";
import { trimmed } from "./text";

/** Commands of a profile are few; a map of more is none. */
const MOST_ENTRIES = 40;

const isMapOf = (value: unknown, isFine: (entry: unknown) => boolean): boolean =>
  typeof value === "object" &&
  value !== null &&
  !Array.isArray(value) &&
  Object.keys(value).length <= MOST_ENTRIES &&
  Object.values(value).every(isFine);

const isCommand = (entry: unknown): boolean =>
  typeof entry === "string" && entry.length <= MOST_COMMAND_CHARACTERS;

/** The commands of an instrument; an invalid command is named by its place. */
export const instrumentProfileSchema = object({
  role: string<NetworkRole>()
    .oneOf([...NETWORK_ROLES])
    .required(),
  title: trimmed().max(100, "Keep it under 100 characters.").required("Enter a title."),
  commands: mixed<Readonly<Record<string, string>>>((value): value is Record<string, string> =>
    isMapOf(value, isCommand),
  ).required(),
  numbers: mixed<Readonly<Record<string, number>>>((value): value is Record<string, number> =>
    isMapOf(value, (entry) => typeof entry === "number"),
  ).required(),
  sampleFormat: string<SampleFormat>()
    .oneOf([...SAMPLE_FORMATS])
    .required(),
}).test("holds", "", function (profile) {
  const [first] = Object.entries(profileMistakes(profile as InstrumentProfile));
  return first ? this.createError({ path: `${this.path}.${first[0]}`, message: first[1] }) : true;
});

const identity = () => string().max(300).defined().default("");

const networkInstrumentSchema = object({
  id: string().max(60).required(),
  name: trimmed()
    .max(60, "Keep the name under 60 characters.")
    .required("Enter a name, such as upper generator."),
  /** What it said of itself when it was asked; empty where it never was. */
  identity: identity(),
  profile: instrumentProfileSchema.required(),
  ...calibrationFields(),
});

/** Instruments on the network and how each is spoken to. Where they are reached is kept apart, and never leaves this machine. */
export const networkInstrumentsSchema = object({
  revision: revision(),
  instruments: array()
    .of(networkInstrumentSchema)
    .max(30, "Up to 30 instruments.")
    .required()
    .default([]),
});

export type NetworkInstruments = InferType<typeof networkInstrumentsSchema>;
export type KeptNetworkInstrument = NetworkInstruments["instruments"][number];

/** One to begin with: spelled as the standards have it. */
export const newNetworkInstrument = (id: string, role: NetworkRole): KeptNetworkInstrument => ({
  id,
  name: ROLE_FACTS[role].label,
  identity: "",
  profile: GENERIC_PROFILES[role],
});

const instrument = () =>
  object({
    id: string().max(60).required(),
    name: string().max(60).required(),
    identity: identity(),
    profile: instrumentProfileSchema.required(),
  });
const orNone = () => instrument().nullable().defined();
const channel = () => number().integer().min(1).max(8);

/** Those that look on while something else plays and records; each is there or not. */
export const networkMetersSchema = object({
  voltmeter: orNone(),
  mainsMeter: orNone(),
  thermometer: orNone(),
});

/** How a run is made between instruments of the network: kept with a run under way, so that it can go on as it began. */
export const networkRunSchema = object({
  generator: instrument().required(),
  oscilloscope: instrument().required(),
  meters: networkMetersSchema.required(),
  readChannels: array()
    .of(array().of(channel().required()).min(1).max(2).required())
    .min(1)
    .max(8)
    .required(),
  sourceChannel: channel().nullable().defined(),
  mostVoltsPeak: number().positive().max(1000).required(),
  riseDbPerSecond: number().positive().max(1000).required(),
  mainsHz: number()
    .oneOf([50, 60] as const)
    .required(),
});

export type NetworkRun = InferType<typeof networkRunSchema>;

/** Where an instrument is reached, as somebody typed it on this machine and as it was looked up then. */
export type InstrumentAddress = { id: string; typed: string; ip: string; port: number };
