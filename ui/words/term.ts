/** A term of the field as it is used here. */
export type Term = {
  name: string;
  what: string;
  why: string;
  /** How Rimebank gets it. */
  how: string;
  source: string;
};
