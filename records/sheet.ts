import { array, mixed, object, string, type InferType } from "yup";
import type { ReadClaim, StatedClaim, UnreadLine } from "@/core/claim";

const line = { printedText: string().max(1000, "Keep a line under 1000 characters.").defined() };

/** A specification sheet as it was pasted, with what was read from each line. */
export const sheetSchema = object({
  source: string().trim().max(200, "Keep the source under 200 characters.").defined().default(""),
  text: string().max(20_000, "Paste up to 20,000 characters.").defined().default(""),
  claims: array()
    .of(
      object({
        ...line,
        stated: mixed<StatedClaim>(
          (value): value is StatedClaim =>
            typeof value === "object" && value !== null && "kind" in value,
        ).required(),
        missing: array().of(string().defined()).required(),
        nearest: string().nullable().defined(),
      }),
    )
    .max(400, "Up to 400 claims.")
    .required()
    .default([]),
  unread: array()
    .of(object({ ...line, reason: string().defined() }))
    .max(400)
    .required()
    .default([]),
});

export type Sheet = Omit<InferType<typeof sheetSchema>, "claims" | "unread"> & {
  claims: ReadClaim[];
  unread: UnreadLine[];
};
