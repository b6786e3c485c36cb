import { array, boolean, object, string, type InferType } from "yup";
import { AFTERWARDS } from "@/core/supply";
import { photoSchema } from "./photo";
import { optionalQuantity, quantity } from "./quantity";
import { trimmed } from "./text";
import { revision } from "./revision";
import { SUPPLY_KINDS } from "./supplyKinds";

export const TERMINALS = ["not known", "one side is earth", "bridge-tied"] as const;

const text = (most: number) =>
  trimmed().max(most, `Keep it under ${most} characters.`).defined().default("");
const seldomSaid = (what: string, most: number) =>
  optionalQuantity(`Give ${what}, or leave it empty.`)
    .positive("It must be above zero.")
    .max(most, "That is more than can be; check the number.")
    .optional();

const positive = (what: string, most: number) => seldomSaid(what, most).default(null);

const supplySchema = object({
  name: text(80).required("Give the supply a name, such as “brick in the box”."),
  kind: string()
    .oneOf([...SUPPLY_KINDS])
    .required("Choose what kind of supply it is."),
  /** Of the output; of each rail where there are two. */
  volts: positive("the volts on its label", 1000),
  amperes: positive("the amperes on its label", 500),
  /** Where the label gives watts or volt-amperes instead. */
  watts: positive("the watts on its label", 20_000),
  isInTheBox: boolean().required().default(true),
  /** How many of them feed it together; one where nothing is said. */
  count: seldomSaid("how many of them there are", 8).integer("A whole number."),
  price: seldomSaid("its price", 1e6),
  /** Mains that it hangs on, where that is otherwise than at home. */
  mainsVolts: optionalQuantity("Give the volts of the mains, or leave it empty.")
    .min(90, "Mains are 90 to 260 V.")
    .max(260, "Mains are 90 to 260 V.")
    .optional(),
});

/** A supply by itself into a resistor or an electronic load. */
export const supplyTestSchema = object({
  supply: text(80).required("Say which supply."),
  amperes: quantity("Give the amperes that it gave.")
    .positive("It must be above zero.")
    .max(500, "Check the number."),
  volts: quantity("Give the volts that it had then.")
    .min(0, "It cannot be below zero.")
    .max(1000, "Check the number."),
  seconds: quantity("Give the seconds.")
    .positive("It must be above zero.")
    .max(86_400, "A day at most."),
  then: string()
    .oneOf([...AFTERWARDS])
    .required("Say what it did then."),
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
  massKilograms: positive("the mass in kilograms", 500),
  size: text(80),
  priceThen: positive("the price when it was new", 1e7),
  priceNow: positive("the price now", 1e7),
  /** Prices now over prices then, entered by the reviewer. */
  priceIndexRatio: positive("the price index, such as 4.2", 10_000),
  lender: text(200),
  seenBefore: text(4000),
  seenAfter: text(4000),
  photos: array().of(photoSchema).max(60, "Up to 60 photos.").required().default([]),
});

export type Details = InferType<typeof detailsSchema>;
export type Supply = Details["supplies"][number];

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
