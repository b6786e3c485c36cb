import { array, object, string, type InferType } from "yup";
import { RUN_KIND_NAMES } from "@/core/run";
import { revision } from "./revision";

/** What a sheet may be made of, in the order in which it usually stands. */
export const BLOCK_KINDS = [
  "summary",
  "rating",
  "claims",
  "curves",
  "bursts",
  "heat",
  "supply",
  "comparison",
  "photos",
  "method",
  "safety",
  "remarks",
] as const;
export type BlockKind = (typeof BLOCK_KINDS)[number];

const MOST_TEXT = 8000;

const blockSchema = object({
  id: string().max(60).required(),
  kind: string()
    .oneOf([...BLOCK_KINDS])
    .required(),
  form: string()
    .oneOf(["short", "long"] as const)
    .required()
    .default("short"),
  /** The reviewer's own heading; empty for the usual one. */
  heading: string().max(120, "Keep the heading under 120 characters.").defined().default(""),
  /** The reviewer's own words in place of those that follow from the measurements; null for these. */
  text: string()
    .max(MOST_TEXT, `Keep it under ${MOST_TEXT} characters.`)
    .nullable()
    .defined()
    .default(null),
  /** Of curves: which runs are shown; none for those that are usual. */
  kinds: array()
    .of(
      string()
        .oneOf([...RUN_KIND_NAMES])
        .required(),
    )
    .max(22)
    .required()
    .default([]),
  /** Of photos: which are shown, by their SHA-256; none for all. */
  photos: array().of(string().max(64).required()).max(60).required().default([]),
  /** Of a comparison: which. */
  setId: string().max(60).defined().default(""),
});

/** A published page: its blocks in their order. What stands in them follows from the records whenever it is looked at. */
export const publicationSchema = object({
  revision: revision(),
  title: string().max(160, "Keep the title under 160 characters.").defined().default(""),
  author: string().max(120, "Keep the name under 120 characters.").defined().default(""),
  blocks: array().of(blockSchema).max(40, "Up to 40 blocks.").required().default([]),
});

export type Publication = InferType<typeof publicationSchema>;
export type Block = Publication["blocks"][number];
