import { array, boolean, object, string, type InferType } from "yup";
import { AFTERWARDS } from "@/core/supply";
import { parseMass, parseNumber, parsePrice } from "@/core/units";
import { photoSchema } from "./photo";
import { optionalQuantity, quantity } from "./quantity";
import { trimmed } from "./text";
import { revision } from "./revision";
import { SUPPLY_KINDS } from "./supplyKinds";

export const TERMINALS = ["not known", "one side is earth", "bridge-tied"] as const;

const text = (most: number) =>
  trimmed().max(most, `Keep it under ${most} characters.`).defined().default("");
const TOO_LARGE = "This value is too large; check the number.";
const seldomSaid = (what: string, most: number, parse = parseNumber) =>
  optionalQuantity(`Enter ${what}, or leave it empty.`, parse)
    .positive("It must be above zero.")
    .max(most, TOO_LARGE)
    .optional();

const positive = (what: string, most: number, parse = parseNumber) =>
  seldomSaid(what, most, parse).default(null);

/** In whatever currency; what was a gift has a price too. */
const price = (what: string, most: number) =>
  optionalQuantity(`Enter ${what}, or leave it empty.`, parsePrice)
    .min(0, "It cannot be below zero.")
    .max(most, TOO_LARGE)
    .optional();

const supplySchema = object({
  name: text(80).required("Enter the supply a name, such as “brick in the box”."),
  kind: string()
    .oneOf([...SUPPLY_KINDS])
    .required("Choose what kind of supply it is."),
  /** Of the output; of each rail where there are two. */
  volts: positive("the rated voltage", 1000),
  amperes: positive("the rated current", 500),
  /** Where the label gives watts or volt-amperes instead. */
  watts: positive("the rated power", 20_000),
  isInTheBox: boolean().required().default(true),
  /** How many of them feed it together; one where nothing is said. */
  count: seldomSaid("the number of them", 8).integer("Enter a whole number."),
  price: price("its price", 1e6),
  /** Mains that it is connected to, where it differs from the mains at home. */
  mainsVolts: optionalQuantity("Enter the volts of the mains, or leave it empty.")
    .min(90, "Mains are 90 to 260 V.")
    .max(260, "Mains are 90 to 260 V.")
    .optional(),
});

/** A supply by itself into a resistor or an electronic load. */
export const supplyTestSchema = object({
  supply: text(80).required("Choose the supply."),
  amperes: quantity("Enter the measured current in amperes.")
    .positive("It must be above zero.")
    .max(500, "Check the number."),
  volts: quantity("Enter the voltage at that current.")
    .min(0, "It cannot be below zero.")
    .max(1000, "Check the number."),
  seconds: quantity("Enter the seconds.")
    .positive("It must be above zero.")
    .max(86_400, "Enter one day at most."),
  then: string()
    .oneOf([...AFTERWARDS])
    .required("Choose the result."),
  /** Tried on the simulated bench: it says what such a supply would do, and nothing of this one. */
  isSimulated: boolean().optional(),
});

const switchSchema = object({ name: text(80).required("Name the switch."), positions: text(200) });
const connectorSchema = object({
  name: text(80).required("Name the connector."),
  adapter: text(200),
});

/** What a reviewer writes down of an amplifier beside its identity. Everything may be left empty. */
export const detailsSchema = object({
  revision: revision(),
  supplies: array().of(supplySchema).max(12, "Up to 12 supplies.").required().default([]),
  supplyTests: array().of(supplyTestSchema).max(60, "Up to 60 tests.").required().default([]),
  /** Inputs that can be used, the usual one first: "line, balanced, phono". */
  inputs: text(200),
  switches: array().of(switchSchema).max(24, "Up to 24 switches.").required().default([]),
  connectors: array().of(connectorSchema).max(24, "Up to 24 connectors.").required().default([]),
  terminals: string()
    .oneOf([...TERMINALS])
    .required()
    .default("not known"),
  /** Voltage gain, level control fully up; "28 dB" is read as a ratio. */
  gainRatio: positive("the gain, such as 28 dB", 10_000),
  /** How its level is set, and where it stands for measuring. */
  gainControl: text(120),
  massKilograms: positive("the mass, such as 12.5 kg or 27 lb 10 oz", 500, parseMass),
  size: text(80),
  priceThen: price("the price when it was new", 1e7).default(null),
  priceNow: price("the price now", 1e7).default(null),
  /** Prices now over prices then, entered by the reviewer. */
  priceIndexRatio: positive("the price index, such as 4.2", 10_000),
  lender: text(200),
  seenBefore: text(4000),
  seenAfter: text(4000),
  photos: array().of(photoSchema).max(60, "Up to 60 photos.").required().default([]),
});

export type Details = InferType<typeof detailsSchema>;
export type Supply = Details["supplies"][number];
/** What of them tells how an amplifier can be set up; the inputs are not known of one from before they were asked for. */
export type SetupDetails = Pick<Details, "supplies" | "switches"> &
  Partial<Pick<Details, "inputs" | "terminals">>;

/** Watts that the labels of a supply promise together: volts times amperes, or the watts themselves. Null where they do not say. */
export const supplyWatts = ({
  volts,
  amperes,
  watts,
  count,
}: Pick<Supply, "volts" | "amperes" | "watts" | "count">): number | null => {
  const ofOne = watts ?? (volts && amperes ? volts * amperes : null);
  return ofOne === null ? null : (count ?? 1) * ofOne;
};
