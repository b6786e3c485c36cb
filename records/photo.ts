import { object, string, type InferType } from "yup";

const hash = () =>
  string()
    .matches(/^[0-9a-f]{64}$/, "This is not a photo.")
    .required();

/** A photo that was kept: itself, a small one for lists, and what it shows. */
export const photoSchema = object({
  sha256: hash(),
  smallSha256: hash(),
  caption: string().max(200, "Keep the caption under 200 characters.").defined().default(""),
});

export type Photo = InferType<typeof photoSchema>;

/** Largest photo that is taken in: 40 MB. */
export const PHOTO_LIMIT_BYTES = 40 * 1024 * 1024;
