import { array, mixed, object, string, type InferType } from "yup";
import type { ReadClaim, StatedClaim, UnreadLine } from "@/core/claim";
import { MOST } from "./limits";
import { listOf } from "./listOf";
import { revision } from "./revision";
import { isStated } from "./stated";
import { trimmed } from "./text";

const line = { printedText: string().max(1000, "Keep a line under 1000 characters.").defined() };

const readClaimSchema = object({
  ...line,
  stated: mixed<StatedClaim>(isStated).required("This is no claim of a kind that is known."),
  missing: array().of(string().max(300).defined()).max(20).required(),
  nearest: string().max(1000).nullable().defined(),
});

const unreadLineSchema = object({ ...line, reason: string().max(1000).defined() });

/** Conditions that lines leave out, by line and by name: numbers in SI units and ratios. */
export type FilledLines = Readonly<Record<string, Readonly<Record<string, number>>>>;

const MOST_FILLED = 400;
const MOST_CONDITIONS = 10;

const isFilled = (value: unknown): value is FilledLines =>
  typeof value === "object" &&
  value !== null &&
  !Array.isArray(value) &&
  Object.keys(value).length <= MOST_FILLED &&
  Object.entries(value).every(
    ([line, conditions]) =>
      line.length <= 1200 &&
      typeof conditions === "object" &&
      conditions !== null &&
      Object.keys(conditions).length <= MOST_CONDITIONS &&
      Object.values(conditions).every(
        (each) => typeof each === "number" && each > 0 && each <= MOST.figure,
      ),
  );

/** A specification sheet as it was pasted, with what was read from each line. */
export const sheetSchema = object({
  revision: revision(),
  source: trimmed().max(200, "Keep the source under 200 characters.").defined().default(""),
  text: string().max(20_000, "Paste up to 20,000 characters.").defined().default(""),
  claims: listOf(readClaimSchema, 400).default([]),
  unread: listOf(unreadLineSchema, 400).default([]),
  filledIn: mixed<FilledLines>()
    .test("filled", "what was filled in must be numbers above zero by line and name", isFilled)
    .required()
    .default({}),
});

export type Sheet = Omit<InferType<typeof sheetSchema>, "claims" | "unread" | "filledIn"> & {
  filledIn?: FilledLines;
  claims: ReadClaim[];
  unread: UnreadLine[];
};
