import { array, object, string, type InferType } from "yup";
import type { PowerResistor } from "@/core/load";
import { COVERAGE_FACTOR } from "@/core/power";
import { photoSchema } from "./photo";
import { optionalQuantity, quantity } from "./quantity";
import { trimmed } from "./text";
import { revision } from "./revision";

export const CONSTRUCTIONS = ["wire-wound", "metal-cased", "film"] as const;
export const COOLINGS = ["free air", "heat sink", "fan"] as const;

const resistorSchema = object({
  id: string().max(40).required(),
  name: trimmed()
    .max(40, "Keep the name under 40 characters.")
    .required("Give it a name, such as R1."),
  /** As the meter reads it, leads and all; the leads shorted are taken off. */
  readOhms: quantity("Give what the meter reads, such as 8.27.")
    .positive("It must be above zero ohms.")
    .max(100_000, "That is no load; check the number."),
  leadOhms: quantity("Give what the meter reads with its leads shorted, such as 0.06.")
    .min(0, "It cannot be below zero.")
    .when("readOhms", ([read], schema) =>
      read > 0 ? schema.lessThan(read, "The leads cannot be more than the whole.") : schema,
    ),
  /** Half width of about 95 %. */
  ohmsExpandedUncertainty: quantity("Give the uncertainty in ohms, such as 0.02.")
    .min(0, "It cannot be below zero.")
    .when("readOhms", ([read], schema) =>
      read > 0 ? schema.max(read / 2, "That is too uncertain for a load.") : schema,
    ),
  ratedWatts: quantity("Give the watts of its label, such as 200.")
    .positive("It must be above zero.")
    .max(20_000, "That is more than can be; check the number."),
  construction: string()
    .oneOf([...CONSTRUCTIONS])
    .required(),
  cooling: string()
    .oneOf([...COOLINGS])
    .required(),
  overloadRatio: quantity("Give how many times its rating it may take, such as 10; 1 is none.")
    .min(1, "Below 1 it would not stand its own rating.")
    .max(100, "That is more than any resistor stands."),
  overloadSeconds: quantity("Give for how long, such as 5 s.")
    .positive("It must be above zero.")
    .max(600, "An overload lasts seconds."),
  perCelsius: quantity("Give the temperature coefficient, such as 100e-6; 0 if not known.")
    .min(-0.01, "That is more than can be.")
    .max(0.01, "That is more than can be."),
  henries: quantity("Give the inductance, such as 4u; 0 if not known.")
    .min(0, "It cannot be below zero.")
    .max(0.01, "That is a choke, not a load."),
  timeConstantSeconds: optionalQuantity("Give seconds, or leave it empty.")
    .positive("It must be above zero.")
    .max(36_000, "That is too long.")
    .default(null),
  condition: trimmed().max(300, "Keep it under 300 characters.").defined().default(""),
  photo: photoSchema.nullable().default(null),
});

/** The reviewer's power resistors, which all amplifiers share. */
export const resistorsSchema = object({
  revision: revision(),
  resistors: array().of(resistorSchema).max(30, "Up to 30 resistors.").required().default([]),
});

export type Resistors = InferType<typeof resistorsSchema>;
export type ResistorRecord = Resistors["resistors"][number];

/** The resistor as the core knows it, with its leads taken off. */
export const powerResistor = ({
  name,
  readOhms,
  leadOhms,
  ohmsExpandedUncertainty,
  ratedWatts,
  construction,
  cooling,
  overloadRatio,
  overloadSeconds,
  perCelsius,
  henries,
  timeConstantSeconds,
}: ResistorRecord): PowerResistor => ({
  name,
  ohms: readOhms - leadOhms,
  ohmsStdUncertainty: ohmsExpandedUncertainty / COVERAGE_FACTOR,
  ratedWatts,
  construction,
  cooling,
  overloadRatio,
  overloadSeconds,
  perCelsius,
  henries,
  timeConstantSeconds: timeConstantSeconds ?? null,
});
