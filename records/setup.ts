import { array, mixed, number, object, string, type InferType } from "yup";
import type { PrintedSetup } from "@/core/claim";
import { trimmed } from "./text";

/** Each output with a load of its own; two outputs with one load between them; several outputs side by side into one load. */
export const CONNECTIONS = ["normal", "bridged", "parallel"] as const;

/** Whether it had been driven before the reading; empty where that was not recorded. */
export const WARMTHS = ["", "cold", "warm"] as const;

/** Whether an output stands at earth on one side; empty where that was not recorded. */
export const OUTPUT_TERMINALS = ["", "one side at earth", "floating"] as const;

const MOST_CHANNELS = 16;
const MOST_SWITCHES = 24;
const MOST_LETTERS = 200;

/** Positions of switches, by the name of the switch. */
export type Positions = Readonly<Record<string, string>>;

const isPositions = (value: unknown): value is Positions =>
  typeof value === "object" &&
  value !== null &&
  !Array.isArray(value) &&
  Object.keys(value).length <= MOST_SWITCHES &&
  Object.entries(value).every(
    ([name, position]) =>
      name.length <= MOST_LETTERS &&
      typeof position === "string" &&
      position.length <= MOST_LETTERS,
  );

const text = () => trimmed().max(120, "Keep it under 120 characters.").defined().default("");

/**
 * How an amplifier is set up: for a reading, as it was while it was taken; for a claim, as the claim is made for. Names are those of the
 * Brief. A supply that is null, and a switch that is not among the positions, was not recorded or is not named.
 */
export const setupSchema = object({
  supply: trimmed().max(80).nullable().defined().default(null),
  switches: mixed<Positions>()
    .test("positions", "switches must be positions by the name of the switch", isPositions)
    .required()
    .default({}),
  input: text(),
  levelControl: text(),
  connection: string()
    .oneOf([...CONNECTIONS])
    .required()
    .default("normal"),
  /** Places of the channels that are driven, from 0; empty where only their number is known. */
  driven: array()
    .of(
      number()
        .required()
        .integer()
        .min(0)
        .max(MOST_CHANNELS - 1),
    )
    .max(MOST_CHANNELS)
    .required()
    .default([]),
  warmth: string()
    .oneOf([...WARMTHS])
    .defined()
    .default(""),
  terminals: string()
    .oneOf([...OUTPUT_TERMINALS])
    .defined()
    .default(""),
  /** "230 V, 50 Hz" */
  mains: text(),
  /** Anything else that was not standard, such as "cover off". */
  other: text(),
});

export type Setup = InferType<typeof setupSchema>;

/** Nothing recorded, nothing named. */
export const NO_SETUP: Setup = {
  supply: null,
  switches: {},
  input: "",
  levelControl: "",
  connection: "normal",
  driven: [],
  warmth: "",
  terminals: "",
  mains: "",
  other: "",
};

/** What a line names, in its own words. */
export const printedAsSetup = ({ supply, setting, input = "" }: PrintedSetup): Setup => ({
  ...NO_SETUP,
  supply,
  input,
  other: setting ?? "",
});
