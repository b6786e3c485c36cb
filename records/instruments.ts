import { array, object, string, type InferType } from "yup";
import { optionalQuantity, quantity } from "./quantity";
import { trimmed } from "./text";
import { revision } from "./revision";

export const INSTRUMENT_ROLES = [
  "source",
  "converter",
  "voltmeter",
  "ohmmeter",
  "current clamp",
  "mains meter",
  "thermometer",
] as const;

const isDay = (text: string): boolean => {
  const day = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(day.getTime()) && day.toISOString().startsWith(text);
};

/** When an instrument was calibrated last, and for how long that holds. */
export const calibrationFields = () => ({
  /** The day of its last calibration, such as 2026-03-04. */
  calibratedOn: string()
    .transform((value: unknown) => (value === "" ? null : value))
    .matches(/^\d{4}-\d{2}-\d{2}$/, "Enter the day, or leave it empty.")
    .test("day", "This is not a valid date.", (value) => !value || isDay(value))
    .nullable()
    .optional(),
  /** After so many months it is due again. */
  calibrationMonths: optionalQuantity("Enter months, such as 12, or leave it empty.")
    .integer("Enter a whole number of months.")
    .positive("It must be above zero.")
    .max(240, "Check the number.")
    .optional(),
});

/** One of them. */
export const instrumentSchema = object({
  id: string().max(40).required(),
  role: string()
    .oneOf([...INSTRUMENT_ROLES])
    .required(),
  name: trimmed()
    .max(80, "Keep the name under 80 characters.")
    .required("Enter a name, such as “bench meter”."),
  /** Share of the reading, half width. */
  accuracyRatio: quantity("Enter its accuracy, such as 0.5 %; 0 if it does not matter.")
    .min(0, "It cannot be below zero.")
    .max(1, "This accuracy is too poor for an instrument."),
  digits: quantity("Enter the digits of its accuracy, such as 3; 0 if none.")
    .min(0, "It cannot be below zero.")
    .max(1000, "Check the number."),
  /** What one digit is worth, in its unit. */
  resolution: quantity("Enter the value of the last digit, such as 0.01.")
    .min(0, "It cannot be below zero.")
    .max(1000, "Check the number."),
  /** Its accuracy holds up to here. */
  bandwidthHz: optionalQuantity("Enter hertz, such as 400, or leave it empty.")
    .positive("It must be above zero.")
    .max(1e9, "Check the number.")
    .default(null),
  /** The most that it takes or gives, in its unit: volts peak of a converter, volts RMS of a source. */
  most: optionalQuantity("Enter its maximum, or leave it empty.")
    .positive("It must be above zero.")
    .max(1e6, "Check the number.")
    .default(null),
  inputOhms: optionalQuantity("Enter ohms, such as 10k, or leave it empty.")
    .positive("It must be above zero.")
    .max(1e12, "Check the number.")
    .default(null),
  ...calibrationFields(),
});

/** The reviewer's instruments, which all amplifiers share. */
export const instrumentsSchema = object({
  revision: revision(),
  instruments: array().of(instrumentSchema).max(40, "Up to 40 instruments.").required().default([]),
});

export type Instruments = InferType<typeof instrumentsSchema>;
export type KeptInstrument = Instruments["instruments"][number];
