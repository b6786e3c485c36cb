import { array, object, string, type InferType } from "yup";
import { revision } from "./revision";
import { trimmed } from "./text";

const hash = () => string().matches(/^[0-9a-f]{64}$/, "This is not a page.");

/** A page of a sheet, or all of them: a photo with a small one for lists, or a PDF, which has none. */
const pageSchema = object({
  sha256: hash().required(),
  smallSha256: hash().nullable().defined(),
  name: trimmed().max(200, "Keep the name under 200 characters.").defined().default(""),
});

/** Largest PDF that is taken in: 40 MB. */
export const PAPER_LIMIT_BYTES = 40 * 1024 * 1024;

/** A specification sheet as it was pasted; its lines are read as claims. */
export const sheetSchema = object({
  revision: revision(),
  source: trimmed().max(200, "Keep the source under 200 characters.").defined().default(""),
  text: string().max(20_000, "Paste up to 20,000 characters.").defined().default(""),
  /** The sheet itself, as it was photographed or downloaded. */
  pages: array().of(pageSchema).max(30, "Up to 30 pages.").required().default([]),
});

export type Sheet = InferType<typeof sheetSchema>;
export type SheetPage = Sheet["pages"][number];
