import { array, boolean, number, object, string, type InferType } from "yup";
import { parseCelsius } from "@/core/units";
import { HEAT_LIMITS, SURFACES, type HandWord } from "@/core/heat";
import { listOf } from "./listOf";
import { optionalQuantity, quantity } from "./quantity";
import { revision } from "./revision";
import { setupSchema, type Setup } from "./setup";
import { trimmed } from "./text";

/** Where a thermometer may sit. */
export const SPOT_PLACES = [
  "heat sink",
  "case",
  "transformer",
  "supply",
  "load",
  "air",
  "elsewhere",
] as const;
export type SpotPlace = (typeof SPOT_PLACES)[number];

/** What may happen while temperatures are read; the watts that go with it hold from then on. */
export const HEAT_EVENTS = [
  "power on",
  "level",
  "fan on",
  "fan off",
  "cover off",
  "cover on",
  "turned",
  "cut-out",
  "recovery",
  "power off",
  "remark",
] as const;
export type HeatEventKind = (typeof HEAT_EVENTS)[number];

export const HAND_WORDS = ["held", "moments", "not at all"] as const satisfies readonly HandWord[];

/** A week: longer is no soak. */
const MOST_SECONDS = 7 * 86_400;
const text = (most: number) =>
  trimmed().max(most, `Keep it under ${most} characters.`).defined().default("");
const id = () => string().max(60).required();
const watts = (words: string) =>
  optionalQuantity(words)
    .min(0, "It cannot be below zero.")
    .max(20_000, "Check the number.")
    .default(null);

/** A spot whose temperature is watched. */
export const spotSchema = object({
  id: id(),
  name: text(60).required("Name the spot, such as “heat sink, left”."),
  place: string()
    .oneOf([...SPOT_PLACES])
    .required()
    .default("heat sink"),
  surface: string()
    .oneOf([...SURFACES])
    .required()
    .default("bare metal"),
  /** Of the surface, where an infrared thermometer reads it as if it were another; null where it touches. */
  emissivity: optionalQuantity("Enter the emissivity, from 0.02 to 1.")
    .min(0.02, "From 0.02 to 1.")
    .max(1, "From 0.02 to 1.")
    .default(null),
  /** Which column of the logger's file, from 0. */
  column: number().integer().min(0).max(63).nullable().default(null),
  /** Where it is on a photo of the Brief, as shares of its width and height. */
  pin: object({
    sha256: string()
      .matches(/^[0-9a-f]{64}$/)
      .required(),
    x: number().min(0).max(1).required(),
    y: number().min(0).max(1).required(),
  })
    .nullable()
    .default(null),
});

const readingSchema = object({
  id: id(),
  spotId: id(),
  seconds: number().min(0).max(MOST_SECONDS).required(),
  /** As it was read, whatever the emissivity; null where only a hand was on it. */
  celsius: number().min(-40).max(500).nullable().default(null),
  hand: string()
    .oneOf([...HAND_WORDS])
    .nullable()
    .default(null),
});

export const heatEventSchema = object({
  id: id(),
  seconds: number()
    .typeError("Enter minutes, such as 12.5, or a clock such as 1:05:00.")
    .min(0, "It cannot be before the start.")
    .max(MOST_SECONDS, "Enter one week at most.")
    .required(),
  kind: string()
    .oneOf([...HEAT_EVENTS])
    .required("Choose what happened."),
  text: text(200),
  /** All channels together, from then on; null where nothing is said of it. */
  loadWatts: watts("Enter the watts in all loads together, or leave it empty."),
  mainsWatts: watts("Enter the watts from the mains, or leave it empty."),
});

const MOST_CORRECTIONS = 40;

/** One time that temperatures were watched: typed in, from a logger's file, or a soak of the Bench. */
export const heatLogSchema = object({
  id: id(),
  title: text(80).required("Enter a name."),
  /** UTC text. */
  startedAt: string()
    .max(40)
    .required()
    .test("moment", "This is not a valid time.", (value) => !Number.isNaN(Date.parse(value))),
  roomCelsius: quantity("Enter degrees Celsius, such as 22.", parseCelsius)
    .min(-10, "Too cold to work.")
    .max(45, "Too hot to work."),
  /** What differed from normal use: cover, fan, compound, position. */
  setup: text(200),
  /** Supply, switches and connection; logs from before it was asked for lack it. */
  takenOn: setupSchema.optional().default(undefined),
  /** What `takenOn` was before each correction, the newest last. */
  corrected: array()
    .of(object({ at: string().max(40).required(), was: setupSchema.required() }))
    .max(MOST_CORRECTIONS)
    .optional(),
  file: object({
    sha256: string()
      .matches(/^[0-9a-f]{64}$/)
      .required(),
    fileName: string().max(255).required(),
  })
    .nullable()
    .default(null),
  /** The soak that was made at the Bench. */
  runId: string().max(60).nullable().default(null),
  spots: array().of(spotSchema).max(24, "Up to 24 spots.").required().default([]),
  readings: listOf(readingSchema, 4000).default([]),
  events: listOf(heatEventSchema, 400).default([]),
  isStruck: boolean().required().default(false),
});

/** All heat that was watched of an amplifier, and the temperatures by which it is graded. */
export const heatSchema = object({
  revision: revision(),
  limits: object({
    coolBelow: number().min(20).max(100).required().default(HEAT_LIMITS.coolBelow),
    acceptableUpTo: number().min(20).max(120).required().default(HEAT_LIMITS.acceptableUpTo),
    tooHotAbove: number().min(20).max(150).required().default(HEAT_LIMITS.tooHotAbove),
    tooHotWithinSeconds: number()
      .min(30)
      .max(36_000)
      .required()
      .default(HEAT_LIMITS.tooHotWithinSeconds),
  }),
  logs: array().of(heatLogSchema).max(60, "Up to 60 of them.").required().default([]),
});

export type Heat = InferType<typeof heatSchema>;
export type HeatLog = Heat["logs"][number];
export type HeatSpot = InferType<typeof spotSchema>;
export type HeatReading = InferType<typeof readingSchema>;
export type HeatEvent = InferType<typeof heatEventSchema>;

/** What is typed within a minute is one correction. */
const ONE_CORRECTION_MS = 60_000;

/** A log taken on another setup; what is said to have been otherwise, once something was read, is kept. @param at UTC text */
export const takenOnInstead = (log: HeatLog, takenOn: Setup, at: string): HeatLog => {
  const { takenOn: was, readings, file, corrected = [] } = log;
  const isRead = readings.length > 0 || file !== null;
  const last = corrected.at(-1)?.at ?? "";
  const isUnderWay = Date.parse(at) - Date.parse(last) < ONE_CORRECTION_MS;
  return was && isRead && !isUnderWay
    ? { ...log, takenOn, corrected: [...corrected, { at, was }].slice(-MOST_CORRECTIONS) }
    : { ...log, takenOn };
};
