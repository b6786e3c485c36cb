/**
 * A linear circuit with one driven node: x' = A x + b u, with the volts across the load c x + d u and the amperes drawn
 * from the driven node. Rows of `a` one after the other; volts, amperes, seconds.
 */
export type StateSpace = {
  a: readonly (readonly number[])[];
  b: readonly number[];
  volts: { c: readonly number[]; d: number };
  amperes: { c: readonly number[]; d: number };
};
