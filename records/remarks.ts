import { array, number, object, string, type InferType } from "yup";
import { setupSchema } from "./setup";
import { trimmed } from "./text";

const reason = (what: string) =>
  trimmed().min(3, what).max(500, "Keep it under 500 characters.").required(what);

/** Why a reading does not count. */
export const strikeSchema = object({ reason: reason("Enter the reason.") });

/** Why it stopped in the reviewer's judgement. */
export const stopJudgementSchema = object({
  reason: string().max(60).required("Choose what stopped it."),
  note: reason("Enter your evidence."),
});

/** The conditions of a run that may be corrected afterwards: none of them changes its figures. */
const correctableSchema = object({
  setup: setupSchema.optional().default(undefined),
  setting: trimmed().max(200).optional(),
  inputUsed: trimmed().max(120).optional(),
  channelsDriven: number().required().integer().min(1).max(16),
});
export type Correctable = InferType<typeof correctableSchema>;

/** What the reviewer has to say of a stored run: it stays as it was measured. */
export const remarksSchema = object({
  /** A reading that does not count, and why. */
  struck: strikeSchema
    .shape({ at: string().max(40).required() })
    .nullable()
    .default(null)
    .defined(),
  /** Why it stopped in the reviewer's judgement, with a note, channel by channel. */
  overruled: array()
    .of(
      stopJudgementSchema.shape({
        channel: string().max(4).required(),
        at: string().max(40).required(),
      }),
    )
    .max(64)
    .default([])
    .required(),
  /** Corrections of its conditions, the last of which is in force, each with what was there before. */
  corrected: array()
    .of(
      object({
        at: string().max(40).required(),
        was: correctableSchema.required(),
        now: correctableSchema.required(),
      }),
    )
    .max(40, "A reading may be corrected up to 40 times.")
    .optional(),
});
export type Remarks = InferType<typeof remarksSchema>;

export const NO_REMARKS: Remarks = { struck: null, overruled: [] };
