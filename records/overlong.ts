import type { Schema, SchemaDescription } from "yup";

/** Lists whose schema names no length may be so long. */
const USUAL_LENGTH = 4000;
/** Nothing that is kept nests deeper. */
const MOST_DEPTH = 40;

type TooLong = { path: string; message: string };

/**
 * The first list in an input that is longer than its schema allows, or a nesting too deep to be looked into. To be asked before the
 * schema itself, which looks at every element first and at the length last.
 */
export const overlong = (schema: Schema, input: unknown): TooLong | null => {
  const misshapen = findMisshapen(input);
  if (misshapen) return misshapen;
  return findIn(schema.describe({ value: input }) as Description, input, "");
};

type Description = SchemaDescription & {
  fields?: Record<string, Description>;
  innerType?: Description;
};

const findIn = (description: Description, input: unknown, path: string): TooLong | null => {
  if (Array.isArray(input)) {
    const most = longest(description);
    if (input.length > most)
      return { path, message: `At most ${most} allowed; there are ${input.length}.` };
    const { innerType } = description;
    if (!innerType || (!innerType.fields && !innerType.innerType)) return null;
    return firstOf(input.map((each, index) => () => findIn(innerType, each, `${path}[${index}]`)));
  }
  const { fields } = description;
  if (!fields || !isObject(input)) return null;
  const inputs = input as Record<string, unknown>;
  return firstOf(
    Object.keys(fields)
      .filter((name) => Object.hasOwn(inputs, name))
      .map((name) => () => findIn(fields[name], inputs[name], path ? `${path}.${name}` : name)),
  );
};

const firstOf = (searches: readonly (() => TooLong | null)[]): TooLong | null => {
  for (const search of searches) {
    const found = search();
    if (found) return found;
  }
  return null;
};

const longest = ({ tests }: Description): number => {
  const limit = tests?.find(({ name }) => name === "max")?.params?.max;
  return typeof limit === "number" ? limit : USUAL_LENGTH;
};

type Branch = { path: readonly string[]; value: object };

/** So much of a path tells where something is. */
const SHOWN_STEPS = 3;

/** Names that JavaScript looks for in every object: with one of them in its way, looking at a value fails. */
const RESERVED = ["toString", "valueOf", "toJSON", "constructor", "__proto__"];

/**
 * Where an input nests deeper than it may, or has a name that no record has and programs stumble over. Without recursion, which deep
 * nesting would exhaust.
 */
const findMisshapen = (input: unknown): TooLong | null => {
  let level: Branch[] = isObject(input) ? [{ path: [], value: input }] : [];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > MOST_DEPTH)
      return { path: pathText(level[0].path), message: "It is nested too deeply." };
    const next: Branch[] = [];
    for (const { path, value } of level)
      for (const key of Object.keys(value)) {
        if (RESERVED.includes(key))
          return {
            path: pathText(path),
            message: `It contains an unknown part “${key}”.`,
          };
        const inner = (value as Record<string, unknown>)[key];
        if (isObject(inner))
          next.push({ path: depth < SHOWN_STEPS ? [...path, key] : path, value: inner });
      }
    level = next;
  }
  return null;
};

const isObject = (value: unknown): value is object => typeof value === "object" && value !== null;

const pathText = (path: readonly string[]): string =>
  path.map((key, at) => (/^\d+$/.test(key) ? `[${key}]` : `${at > 0 ? "." : ""}${key}`)).join("");
