import { ValidationError, type AnyObject, type Lazy, type ObjectSchema, type Schema } from "yup";
import { overlong } from "./overlong";

/** Messages by field path, for showing beside the fields. */
export type FieldErrors = Record<string, string>;

/** What another window has kept meanwhile of the same thing, and its revision. */
export type Conflict = { now: unknown; revision: number };

/** Something that was not taken: what is wrong, where, and whether trying again may help. */
export type Refused = { ok: false; errors: FieldErrors; mayRetry?: boolean; conflict?: Conflict };

export type Validated<T> = { ok: true; value: T } | Refused;

/** Checks unknown input against a schema; unknown fields are left out. Never throws on bad input. */
export const validated = async <T extends AnyObject>(
  schema: ObjectSchema<T> | Lazy<T>,
  input: unknown,
): Promise<Validated<T>> => {
  const known = "resolve" in schema ? schema.resolve({ value: input }) : schema;
  const tooLong = overlong(known as Schema, input);
  if (tooLong) return { ok: false, errors: { [tooLong.path]: tooLong.message } };
  try {
    const value = await known.validate(input, { abortEarly: false, stripUnknown: true });
    return { ok: true, value: value as T };
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const all = error.inner.length > 0 ? error.inner : [error];
    return {
      ok: false,
      errors: Object.fromEntries(all.map(({ path, message }) => [path ?? "", message])),
    };
  }
};
