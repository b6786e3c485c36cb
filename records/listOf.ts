import { mixed, ValidationError, type ObjectSchema } from "yup";

/**
 * A list that programs make and no one types: its length is looked at first, then one element after another and no further than the
 * first that is wrong. Checking them all, as Yup's `array` does, takes seconds for a few kilobytes of nothing.
 */
export const listOf = <T extends object>(element: ObjectSchema<T>, most: number, least = 0) =>
  mixed<T[]>()
    .required()
    .transform((value: unknown) =>
      Array.isArray(value) && value.length <= most
        ? value.map((each) => element.cast(each, { assert: false, stripUnknown: true }))
        : value,
    )
    .test("list", (value, { path, createError }) => {
      if (value === undefined) return true;
      if (!Array.isArray(value)) return createError({ message: `${path} must be a list` });
      if (value.length > most || value.length < least)
        return createError({
          message: `${path} must have ${least} to ${most} entries; it has ${value.length}`,
        });
      for (const [index, each] of value.entries()) {
        const wrong = firstWrong(element, each);
        if (wrong)
          return createError({ path: `${path}[${index}].${wrong.path}`, message: wrong.message });
      }
      return true;
    });

const firstWrong = <T extends object>(
  element: ObjectSchema<T>,
  value: unknown,
): { path: string; message: string } | null => {
  try {
    element.validateSync(value, { strict: true, abortEarly: true });
    return null;
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return { path: error.path ?? "", message: error.message };
  }
};
