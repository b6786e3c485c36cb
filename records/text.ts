import { string, type StringSchema } from "yup";

/**
 * Text without the blanks around it. (Yup's own `trim` fails on a value that is no text, before it can be reported.)
 */
export const trimmed = (): StringSchema =>
  string().transform((value: unknown) => (typeof value === "string" ? value.trim() : value));
