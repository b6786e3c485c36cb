import { number, type NumberSchema } from "yup";
import { parseNumber } from "@/core/units";

type Parse = (text: string) => number | null;

/**
 * A number that may arrive as text from a form, written as at the bench ("8R2", "0.5 %", "-46 dB", "4,7 k"), or as a
 * number from JSON. The same schema so serves both sides.
 * @param whatIsMissing the message when nothing sensible was given
 * @param parse how a text is read: in the units of the quantity
 */
export const quantity = (whatIsMissing: string, parse: Parse = parseNumber): NumberSchema<number> =>
  number()
    .transform((value: number, original: unknown) =>
      typeof original === "string" ? (parse(original) ?? Number.NaN) : value,
    )
    .typeError(whatIsMissing)
    .required(whatIsMissing);

/** The same, but the field may be left empty: null. */
export const optionalQuantity = (
  whatIsWrong: string,
  parse: Parse = parseNumber,
): NumberSchema<number | null | undefined> =>
  number()
    .nullable()
    .notRequired()
    .transform((value: number, original: unknown) =>
      typeof original === "string" ? typedOrNull(original, parse) : value,
    )
    .typeError(whatIsWrong);

/** What was typed as a number; null where nothing was, NaN where it is none. */
const typedOrNull = (text: string, parse: Parse): number | null =>
  text.trim() === "" ? null : (parse(text) ?? Number.NaN);
