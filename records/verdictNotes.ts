import { object, string } from "yup";
import type { RatingMethodName } from "@/core/verdict";
import { listOf } from "./listOf";
import { revision } from "./revision";
import { trimmed } from "./text";

export const RATING_METHODS = [
  "full-band",
  "tenth-percent",
  "own-limit",
  "knee",
  "flat-tops",
  "one-percent",
  "one-second",
  "one-minute",
  "burst",
] as const satisfies readonly RatingMethodName[];

export const RULINGS = ["met", "missed", "open"] as const;
/** What a reviewer may say against a verdict. */
export type Ruling = (typeof RULINGS)[number];

const overruleSchema = object({
  /** Which claim: its id, or its line of the sheet. */
  claim: string().max(1100).required(),
  says: string()
    .oneOf([...RULINGS])
    .required(),
  reason: trimmed()
    .max(500, "Keep the reason under 500 characters.")
    .required("Enter the reason; it is shown beside the verdict."),
  at: string().max(40).required(),
});

/** What the reviewer has to say of the verdicts: it stands beside what was measured and never takes its place. */
export const verdictNotesSchema = object({
  revision: revision(),
  overrules: listOf(overruleSchema, 400).default([]),
  /** The rating method that the reviewer prefers; the strictest where none is chosen. */
  house: string()
    .nullable()
    .oneOf([...RATING_METHODS, null] as const)
    .defined()
    .default(null),
});

export type Overrule = { claim: string; says: Ruling; reason: string; at: string };
export type VerdictNotes = {
  revision?: number;
  overrules: Overrule[];
  house: RatingMethodName | null;
};
