import { array, boolean, number, object, string, type InferType } from "yup";
import { RUN_KIND_NAMES } from "@/core/run";
import { above0, MOST } from "./limits";
import { optionalQuantity } from "./quantity";
import { revision } from "./revision";
import { trimmed } from "./text";

export const MOST_MEMBERS = 8;
export const NORMALISINGS = ["as-measured", "of-rated", "meet"] as const;

/** Which run of which amplifier: always the newest under these conditions, unless one run is pinned. */
const memberSchema = object({
  id: string().max(60).required(),
  amplifierId: string().max(60).required("Choose an amplifier."),
  nominalOhms: above0(MOST.ohms),
  channelsDriven: number().integer().min(1).max(16).required(),
  /** Supply, switches and the like; empty for the default setting. */
  setting: trimmed().max(200).defined().default(""),
  /** Made on the simulated bench: what was predicted, against what was measured. */
  isSimulated: boolean().required().default(false),
  /** Channel of the run that is drawn, from 0. */
  channel: number().integer().min(0).max(15).required().default(0),
  /** This run and no newer one; null where the newest counts. */
  runId: string().max(60).nullable().defined().default(null),
});

const setSchema = object({
  id: string().max(60).required(),
  name: trimmed()
    .max(120, "Keep the name under 120 characters.")
    .required("Enter a name, such as “small against large brick”."),
  kind: string()
    .oneOf([...RUN_KIND_NAMES])
    .required(),
  members: array()
    .of(memberSchema)
    .max(MOST_MEMBERS, `Up to ${MOST_MEMBERS} at once.`)
    .required()
    .default([]),
  /** Title of the chart that is looked at; empty for the first. */
  chart: string().max(120).defined().default(""),
  normalising: string()
    .oneOf([...NORMALISINGS])
    .required()
    .default("as-measured"),
  /** Where all are to meet, in hertz, watts or seconds; null for the usual place. */
  meetAt: optionalQuantity("Enter the point at which they are normalised, such as 1 k.")
    .positive("It must be above zero.")
    .max(1e9, "Check the number.")
    .default(null),
  /** Two members whose difference is shown; the first two where nothing is chosen. */
  first: string().max(60).defined().default(""),
  second: string().max(60).defined().default(""),
});

/** Comparisons by name, of the workshop: they say which runs by their conditions, and so stay current. */
export const comparisonsSchema = object({
  revision: revision(),
  sets: array().of(setSchema).max(200, "Up to 200 comparisons.").required().default([]),
});

export type Comparisons = InferType<typeof comparisonsSchema>;
export type ComparisonSet = Comparisons["sets"][number];
export type ComparisonMember = ComparisonSet["members"][number];
