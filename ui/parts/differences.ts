/** One thing that two versions of a record have differently; null where one does not have it. */
export type Difference = { name: string; here: string | null; there: string | null };

/** What two versions of a record have differently, in the order in which they stand there. */
export const differences = (here: unknown, there: unknown): Difference[] => {
  const [mine, theirs] = [new Map(leavesOf(here)), new Map(leavesOf(there))];
  return [...new Set([...mine.keys(), ...theirs.keys()])]
    .filter((name) => mine.get(name) !== theirs.get(name))
    .map((name) => ({ name, here: mine.get(name) ?? null, there: theirs.get(name) ?? null }));
};

const HIDDEN = ["id", "revision", "sha256", "smallSha256"];

const leavesOf = (value: unknown, path: readonly string[] = []): [string, string][] => {
  if (typeof value !== "object" || value === null)
    return [[path.join(", "), value === null || value === undefined ? "" : String(value)]];
  return Object.entries(value)
    .filter(([key]) => !HIDDEN.includes(key))
    .flatMap(([key, inner]) => leavesOf(inner, [...path, wordOf(key)]));
};

/** "massKilograms" is "mass kilograms"; the first of a list is 1. */
const wordOf = (key: string): string =>
  /^\d+$/.test(key) ? String(Number(key) + 1) : key.replace(/([A-Z])/g, " $1").toLowerCase();
