import { object, string, type InferType } from "yup";
import { revision } from "./revision";
import { trimmed } from "./text";

/** A specification sheet as it was pasted; its lines are read as claims. */
export const sheetSchema = object({
  revision: revision(),
  source: trimmed().max(200, "Keep the source under 200 characters.").defined().default(""),
  text: string().max(20_000, "Paste up to 20,000 characters.").defined().default(""),
});

export type Sheet = InferType<typeof sheetSchema>;
