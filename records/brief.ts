import { array, object, string, type InferType } from "yup";
import { amplifierSchema } from "./amplifier";
import { claimSchema } from "./claim";
import { detailsSchema } from "./details";
import { sheetSchema, type Sheet } from "./sheet";

/** Says what a file is, so that another is not taken for it. */
export const BRIEF_FORMAT = "rimebank-brief-1";

/** Everything of a Brief in one file: photos as JPEG in base64, in the order of the details' photos. */
export const briefSchema = object({
  format: string()
    .oneOf([BRIEF_FORMAT], "This file is no brief of Rimebank's.")
    .required("This file is no brief of Rimebank's."),
  amplifier: amplifierSchema.required(),
  claims: array().of(claimSchema).max(100, "Up to 100 claims.").required(),
  details: detailsSchema.omit(["photos"]).required(),
  sheet: sheetSchema.required(),
  photos: array()
    .of(
      object({
        caption: string().max(200).defined(),
        jpegBase64: string().max(60_000_000).required(),
      }),
    )
    .max(60, "Up to 60 photos.")
    .required(),
});

export type Brief = Omit<InferType<typeof briefSchema>, "sheet"> & { sheet: Sheet };

/** Largest brief that is taken in, photos included: 256 MB. */
export const BRIEF_LIMIT_BYTES = 256 * 1024 * 1024;
