import { number, object, string, type InferType } from "yup";
import { AMPLIFIER_KINDS, TOPOLOGIES } from "./amplifierKinds";
import { quantity } from "./quantity";
import { trimmed } from "./text";
import { revision } from "./revision";

/** An amplifier as the reviewer describes it. */
export const amplifierSchema = object({
  revision: revision(),
  maker: trimmed()
    .max(80, "Keep the maker's name under 80 characters.")
    .required("Enter the maker, or “unknown”."),
  model: trimmed()
    .max(80, "Keep the model's name under 80 characters.")
    .required("Enter the model's name."),
  kind: string()
    .oneOf([...AMPLIFIER_KINDS])
    .required("Choose what kind of amplifier it is."),
  topology: string()
    .oneOf([...TOPOLOGIES])
    .required("Choose how its output stage works, or “not known”."),
  year: number()
    .transform((value, original) => (original === "" ? null : value))
    .typeError("Enter the year as four digits, or leave it empty.")
    .integer("Enter the year as a whole number.")
    .min(1900, "Enter a year after 1900.")
    .max(2100, "This year is too far in the future.")
    .nullable()
    .defined(),
  channelCount: quantity("Enter the number of channels.")
    .integer("Enter a whole number of channels.")
    .min(1, "Enter at least one channel.")
    .max(16, "Up to 16 channels can be measured."),
  condition: trimmed().max(500, "Keep it under 500 characters.").defined(),
  notes: trimmed().max(4000, "Keep the notes under 4000 characters.").defined(),
});

export type AmplifierDraft = InferType<typeof amplifierSchema>;
export type Amplifier = AmplifierDraft & { id: string; createdAt: string };

/** "Tollgate Sixty" */
export const amplifierName = ({ maker, model }: Pick<Amplifier, "maker" | "model">): string =>
  `${maker} ${model}`;

/** "1978, class AB, stereo" */
export const amplifierLine = ({
  year,
  topology,
  channelCount,
}: Pick<Amplifier, "year" | "topology" | "channelCount">): string =>
  [
    year,
    topology === "not known" ? null : topology,
    ["none", "mono", "stereo"][channelCount] ?? `${channelCount} channels`,
  ]
    .filter((part) => part !== null)
    .join(", ");
