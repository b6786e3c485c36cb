import { ValidationError, type AnyObject, type Lazy, type ObjectSchema } from "yup";

/** Messages by field path, for showing beside the fields. */
export type FieldErrors = Record<string, string>;

export type Validated<T> = { ok: true; value: T } | { ok: false; errors: FieldErrors };

/** Checks unknown input against a schema; unknown fields are left out. Never throws on bad input. */
export const validated = async <T extends AnyObject>(
  schema: ObjectSchema<T> | Lazy<T>,
  input: unknown,
): Promise<Validated<T>> => {
  try {
    return {
      ok: true,
      value: (await schema.validate(input, { abortEarly: false, stripUnknown: true })) as T,
    };
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const all = error.inner.length > 0 ? error.inner : [error];
    return {
      ok: false,
      errors: Object.fromEntries(all.map(({ path, message }) => [path ?? "", message])),
    };
  }
};
