import { array, boolean, mixed, number, object, string } from "yup";
import { amplifierSchema, type Amplifier } from "./amplifier";
import { claimSchema, type Claim } from "./claim";
import type { Details } from "./details";
import { DOCUMENTS, type DocumentKind } from "./documents";
import type { Heat } from "./heat";
import { instrumentSchema, type KeptInstrument } from "./instruments";
import { listOf } from "./listOf";
import { loadSchema, type Load } from "./load";
import { logEntrySchema, type LogEntry } from "./log";
import { remarksSchema } from "./remarks";
import { runSchema, type Run } from "./run";
import type { Sheet } from "./sheet";
import { validated } from "./validated";

/** Says what a file is, so that another is not taken for it. */
export const REVIEW_FORMAT = "rimebank-review";
/** Raise it when a review of this version can no longer be read by the version before. */
export const REVIEW_VERSION = 1;
/** Name of the record within its package. */
export const REVIEW_FILE = "review.json";

/** Names that a package may have in it. */
export const PACKAGE_NAMES =
  /^(?:datapackage\.json|review\.json|README\.md|tables\/[a-z-]{1,40}\.csv|recordings\/[0-9a-f]{64}\.(?:wav|csv)|photos\/[0-9a-f]{64}\.jpg|papers\/[0-9a-f]{64}\.pdf)$/;

/** Everything of one review, as it is handed on. A reader's copy lacks what is private. */
export type Review = {
  format: typeof REVIEW_FORMAT;
  formatVersion: number;
  /** With what is private: only such a one can be taken in again without loss. */
  isWhole: boolean;
  amplifier: Omit<Amplifier, "revision">;
  claims: Omit<Claim, "amplifierId" | "revision">[];
  documents: Partial<Record<DocumentKind, object>>;
  loads: Omit<Load, "revision">[];
  /** Of the workshop, those that its rig is made of. */
  instruments: KeptInstrument[];
  log: Omit<LogEntry, "amplifierId">[];
  runs: Omit<Run, "amplifierId">[];
};

/** Documents that belong to a review; what was being played when it was made does not. */
export const REVIEW_DOCUMENTS: readonly DocumentKind[] = (
  Object.keys(DOCUMENTS) as DocumentKind[]
).filter((kind) => kind !== "under-way");

const id = () =>
  string()
    .matches(/^[A-Za-z0-9-]{1,60}$/, "An id must be letters, digits and hyphens.")
    .required();

/** A document of a review, by its own schema. */
const documentsSchema = mixed<Record<string, object>>()
  .required()
  .test("documents", "${path} must hold documents by their kind", function (value) {
    if (typeof value !== "object" || value === null) return false;
    for (const [kind, content] of Object.entries(value)) {
      if (!REVIEW_DOCUMENTS.includes(kind as DocumentKind))
        return this.createError({ message: `documents.${kind} is unknown to this version` });
      try {
        DOCUMENTS[kind as DocumentKind].validateSync(content, { abortEarly: true });
      } catch (error) {
        return this.createError({
          message: `documents.${kind} is invalid: ${error instanceof Error ? error.message : ""}`,
        });
      }
    }
    return true;
  });

const MOST = { claims: 500, loads: 100, log: 20_000, runs: 10_000 };

/** What a review must be to be taken in. Of its runs each is looked at by itself, since they are large. */
const reviewSchema = object({
  format: string().oneOf([REVIEW_FORMAT]).required(),
  formatVersion: number().integer().min(1).required(),
  isWhole: boolean().required(),
  amplifier: amplifierSchema.shape({ id: id(), createdAt: string().max(40).required() }).required(),
  claims: listOf(claimSchema.shape({ id: id() }), MOST.claims),
  documents: documentsSchema,
  loads: array()
    .of(loadSchema.shape({ id: id() }))
    .max(MOST.loads)
    .required(),
  instruments: array().of(instrumentSchema).max(MOST.loads).required(),
  log: listOf(logEntrySchema.shape({ id: string().max(100).required() }), MOST.log),
  runs: listOf(
    runSchema.shape({
      id: id(),
      takenAt: string().max(40).required(),
      remarks: remarksSchema.required(),
    }),
    MOST.runs,
  ),
});

/** Largest record that is read: of a review with thousands of runs it is a tenth of that. */
export const REVIEW_LIMIT_BYTES = 512 * 1024 * 1024;

/** A record as it came, looked at whole; or what is wrong with it, in a sentence. */
export const readReview = async (
  bytes: Uint8Array,
): Promise<{ ok: true; review: Review } | { ok: false; message: string }> => {
  const not = (message: string) => ({ ok: false, message }) as const;
  let record: Partial<Review> | null;
  try {
    record = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes)) as Partial<Review>;
  } catch {
    return not("The record in the zip cannot be read.");
  }
  if (record?.format !== REVIEW_FORMAT) return not("This zip is not a Rimebank review.");
  if (Number(record.formatVersion) > REVIEW_VERSION)
    return not("This review was made by a newer version of this program. Update this one first.");
  const checked = await validated(reviewSchema, record);
  if (checked.ok) return { ok: true, review: checked.value as unknown as Review };
  const [[field, message]] = Object.entries(checked.errors);
  return not(`${field || "The record"} is invalid: ${message}`);
};

/** What a review is without what is the reviewer's own: how it is filed, who lent it, what was seen inside, notes, and papers of others. */
export const readersCopy = (review: Review): Review => {
  const {
    details,
    heat,
    sheet,
    filing: _,
    ...documents
  } = review.documents as {
    filing?: object;
    details?: Details;
    heat?: Heat;
    sheet?: Sheet;
  };
  return {
    ...review,
    isWhole: false,
    amplifier: { ...review.amplifier, notes: "" },
    documents: {
      ...documents,
      ...(details && {
        details: { ...details, lender: "", seenBefore: "", seenAfter: "" },
      }),
      ...(heat && {
        heat: {
          ...heat,
          logs: heat.logs.map((log) => ({
            ...log,
            events: log.events.map((event) => ({ ...event, text: "" })),
          })),
        },
      }),
      ...(sheet && { sheet: { ...sheet, pages: [] } }),
    },
    log: review.log.filter(({ kind }) => kind !== "remark"),
  };
};
