/** A new id, also on a page without a secure context: over plain HTTP from another machine the browser's own generator is not there. */
export const newId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) =>
    byte.toString(16).padStart(2, "0"),
  ).join("");
