import { array, object, string, type InferType } from "yup";
import { trimmed } from "./text";

const reason = (what: string) =>
  trimmed().min(3, what).max(500, "Keep it under 500 characters.").required(what);

/** What the reviewer has to say of a stored run: it stays as it was measured. */
export const remarksSchema = object({
  /** A reading that does not count, and why. */
  struck: object({ reason: reason("Say why it does not count."), at: string().max(40).required() })
    .nullable()
    .default(null)
    .defined(),
  /** Why it stopped in the reviewer's judgement, with a note, channel by channel. */
  overruled: array()
    .of(
      object({
        channel: string().max(4).required(),
        reason: string().max(60).required("Choose what stopped it."),
        note: reason("Say what makes you sure."),
        at: string().max(40).required(),
      }),
    )
    .max(64)
    .default([])
    .required(),
});
export type Remarks = InferType<typeof remarksSchema>;

export const NO_REMARKS: Remarks = { struck: null, overruled: [] };
