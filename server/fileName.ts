/** A name for a file that is saved: what its words say, in letters, digits and hyphens. */
export const fileName = (words: readonly string[], ending: string): string =>
  `${words
    .join(" ")
    .replace(/[^A-Za-z0-9]+/g, "-")
    .toLowerCase()}.${ending}`;
