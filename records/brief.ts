import { array, mixed, object, string, type InferType } from "yup";
import { amplifierSchema } from "./amplifier";
import { readClaims } from "@/core/claim";
import { claimSchema, type ClaimDraft, type Given } from "./claim";
import { lineKeyOf } from "./claimsOfSheet";
import { printedAsSetup } from "./setup";
import { listOf } from "./listOf";
import { detailsSchema } from "./details";
import { sheetSchema } from "./sheet";

/** Says what a file is, so that another is not taken for it. */
export const BRIEF_FORMAT = "rimebank-brief-1";

const isFilled = (value: unknown): value is Record<string, Given> =>
  typeof value === "object" &&
  value !== null &&
  Object.values(value).every((each) => typeof each === "object" && each !== null);

/** Everything of a Brief in one file: photos as JPEG in base64, in the order of the details' photos. */
export const briefSchema = object({
  format: string()
    .oneOf([BRIEF_FORMAT], "This file is not a Rimebank brief.")
    .required("This file is not a Rimebank brief."),
  amplifier: amplifierSchema.required(),
  claims: listOf(claimSchema, 500),
  details: detailsSchema.omit(["photos"]).required(),
  // Until lines of a sheet became claims of their own, what was filled in beside them was kept with the sheet.
  sheet: sheetSchema.shape({ filledIn: mixed<Record<string, Given>>(isFilled) }).required(),
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

export type Brief = Omit<InferType<typeof briefSchema>, "claims"> & { claims: ClaimDraft[] };

/** All claims of a brief, with what was filled in beside the lines of its sheet. */
export const claimsOfBrief = ({
  claims,
  sheet: { text, source, filledIn = {} },
}: Pick<Brief, "claims" | "sheet">): ClaimDraft[] => {
  const lines = readClaims(text).claims.flatMap((line) => {
    const lineKey = lineKeyOf(line);
    const { [lineKey]: given } = filledIn;
    const { setup, ...read } = line;
    const draft = {
      ...read,
      missing: [...line.missing],
      source,
      given,
      lineKey,
      ...(setup && { madeFor: printedAsSetup(setup) }),
      isLeftOut: false,
    };
    return given && claimSchema.isValidSync(draft) ? [draft] : [];
  });
  return [...claims, ...lines];
};

/** Largest brief that is taken in, photos included: 256 MB. */
export const BRIEF_LIMIT_BYTES = 256 * 1024 * 1024;
