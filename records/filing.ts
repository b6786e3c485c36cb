import { array, boolean, object, type InferType } from "yup";
import { revision } from "./revision";
import { trimmed } from "./text";

const MOST_LABELS = 20;
const LONGEST_LABEL = 40;

/** How the reviewer files an amplifier: nothing that is measured, and nothing that is published. */
export const filingSchema = object({
  revision: revision(),
  labels: array()
    .of(
      trimmed()
        .max(LONGEST_LABEL, `Keep a label under ${LONGEST_LABEL} characters.`)
        .required("An empty label says nothing."),
    )
    .max(MOST_LABELS, `Up to ${MOST_LABELS} labels.`)
    .required()
    .default([]),
  /** Out of the way: it is found in the archive, and when it is searched for there. */
  isArchived: boolean().required().default(false),
});

export type Filing = InferType<typeof filingSchema>;

/** Labels as they are typed, one after another with commas; each once, whatever its case. */
export const labelsIn = (text: string): string[] => {
  const labels = new Map<string, string>();
  for (const each of text.split(",")) {
    const label = each.trim().replace(/\s+/g, " ");
    const key = label.toLowerCase();
    if (label !== "" && !labels.has(key)) labels.set(key, label);
  }
  return [...labels.values()];
};
