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
    .required("Enter a name, such as R1."),
  /** As the meter reads it, leads and all; the leads shorted are taken off. */
  readOhms: quantity("Enter the meter reading, such as 8.27.")
    .positive("It must be above zero ohms.")
    .max(100_000, "This is too high for a load; check the number."),
  leadOhms: quantity("Enter the meter reading with its leads shorted, such as 0.06.")
    .min(0, "It cannot be below zero.")
    .when("readOhms", ([read], schema) =>
      read > 0
        ? schema.lessThan(read, "The leads cannot have more resistance than the total.")
        : schema,
    ),
  /** Half width of about 95 %. */
  ohmsExpandedUncertainty: quantity("Enter the uncertainty in ohms, such as 0.02.")
    .min(0, "It cannot be below zero.")
    .when("readOhms", ([read], schema) =>
      read > 0 ? schema.max(read / 2, "This uncertainty is too large for a load.") : schema,
    ),
  ratedWatts: quantity("Enter the rated power, such as 200.")
    .positive("It must be above zero.")
    .max(20_000, "This value is too large; check the number."),
  construction: string()
    .oneOf([...CONSTRUCTIONS])
    .required(),
  cooling: string()
    .oneOf([...COOLINGS])
    .required(),
  overloadRatio: quantity("Enter the overload factor, such as 10; 1 for none.")
    .min(1, "Enter 1 or more.")
    .max(100, "This is more than any resistor withstands."),
  overloadSeconds: quantity("Enter the duration, such as 5 s.")
    .positive("It must be above zero.")
    .max(600, "Enter a few seconds; an overload is short."),
  perCelsius: quantity("Enter the temperature coefficient, such as 100e-6; 0 if not known.")
    .min(-0.01, "This value is too large.")
    .max(0.01, "This value is too large."),
  henries: quantity("Enter the inductance, such as 4u; 0 if not known.")
    .min(0, "It cannot be below zero.")
    .max(0.01, "This inductance is too high for a load."),
  timeConstantSeconds: optionalQuantity("Enter seconds, or leave it empty.")
    .positive("It must be above zero.")
    .max(36_000, "This is too long.")
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
