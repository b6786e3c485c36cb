import { array, mixed, number, object, string, type InferType } from "yup";
import type { Network, PowerResistor } from "@/core/load";
import { COVERAGE_FACTOR } from "@/core/power";
import { quantity } from "./quantity";
import { CONSTRUCTIONS, COOLINGS } from "./resistors";
import { revision } from "./revision";

const channelSchema = object({
  ohms: quantity("Enter the measured resistance in ohms, such as 8.21.")
    .positive("The load must be above zero ohms.")
    .max(10_000, "That is more than 10 kΩ; check the number."),
  network: mixed<BuiltNetwork>((value): value is BuiltNetwork => isBuilt(value))
    .nullable()
    .optional(),
  /** Half width of the interval of about 95 %, as people state an accuracy. */
  ohmsExpandedUncertainty: quantity("Enter the uncertainty in ohms, such as 0.02.")
    .min(0, "An uncertainty cannot be below zero.")
    .when("ohms", ([ohms], schema) =>
      ohms > 0 ? schema.max(ohms / 2, "The uncertainty is too large for this resistance.") : schema,
    ),
});

/** A network as it was built: how its resistors are joined, and what they were then. */
export type BuiltNetwork = { network: Network; resistors: readonly PowerResistor[] };

const MOST_PARTS = 8;

/** What a load is made of. Only a resistor draws the watts that its volts and ohms come to. */
export const LOAD_KINDS = ["resistor", "resistor bank", "reactive network", "loudspeaker"] as const;
export type LoadKind = (typeof LOAD_KINDS)[number];

const powerResistorSchema = object({
  name: string().max(40).required(),
  ohms: number().positive().required(),
  ohmsStdUncertainty: number().min(0).required(),
  ratedWatts: number().positive().required(),
  construction: string()
    .oneOf([...CONSTRUCTIONS])
    .required(),
  cooling: string()
    .oneOf([...COOLINGS])
    .required(),
  overloadRatio: number().min(1).required(),
  overloadSeconds: number().positive().required(),
  perCelsius: number().required(),
  henries: number().min(0).required(),
  timeConstantSeconds: number().positive().nullable().defined(),
}).noUnknown();

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null;

/** Every joint has two parts or more, so that a network is no deeper than it has resistors. */
const isNetwork = (value: unknown, resistorCount: number, depth = 0): value is Network => {
  if (!isObject(value) || depth > MOST_PARTS) return false;
  if (value.kind === "resistor")
    return (
      Number.isInteger(value.index) &&
      (value.index as number) >= 0 &&
      (value.index as number) < resistorCount
    );
  return (
    (value.kind === "series" || value.kind === "parallel") &&
    Array.isArray(value.parts) &&
    value.parts.length > 1 &&
    value.parts.length <= MOST_PARTS &&
    value.parts.every((part) => isNetwork(part, resistorCount, depth + 1))
  );
};

const isBuilt = (value: unknown): value is BuiltNetwork =>
  isObject(value) &&
  Array.isArray(value.resistors) &&
  value.resistors.length > 0 &&
  value.resistors.length <= MOST_PARTS &&
  value.resistors.every((each) => powerResistorSchema.isValidSync(each, { strict: true })) &&
  isNetwork(value.network, value.resistors.length);

/** A set of dummy loads, one a channel, each with its measured ohms. */
export const loadSchema = object({
  revision: revision(),
  nominalOhms: quantity("Enter the nominal load in ohms, such as 8.")
    .positive("The load must be above zero ohms.")
    .max(10_000, "That is more than 10 kΩ; check the number."),
  kind: string()
    .oneOf([...LOAD_KINDS])
    .required()
    .default("resistor"),
  channels: array()
    .of(channelSchema)
    .min(1, "Enter at least one channel's load.")
    .max(16, "Up to 16 channels.")
    .required(),
});

export type LoadChannel = InferType<typeof channelSchema>;
/** A load whose kind is not stated is a resistor. */
export type LoadDraft = Omit<InferType<typeof loadSchema>, "kind"> & { kind?: LoadKind };
/** A load of the workshop; any amplifier may be measured with it. */
export type Load = LoadDraft & { id: string };

/** The standard uncertainty of a channel's load. */
export const ohmsStdUncertainty = ({ ohmsExpandedUncertainty }: LoadChannel): number =>
  ohmsExpandedUncertainty / COVERAGE_FACTOR;
