/** What is kept now, and what was kept before it, oldest first. */
export type History<T> = { kept: T; past: readonly T[] };

const MOST_STEPS_BACK = 50;

/** After a value was kept: what was kept before it is a step back. Keeping what is kept already is no step. */
export const afterKeeping = <T>(history: History<T>, value: T): History<T> =>
  history.kept === value
    ? history
    : { kept: value, past: [...history.past, history.kept].slice(-MOST_STEPS_BACK) };

/**
 * One step back. What was not kept (refused, or typed just now) is given up first; then each step before.
 * @returns null where there is none
 */
export const stepBack = <T>({ kept, past }: History<T>, isKept: boolean): History<T> | null => {
  if (!isKept) return { kept, past };
  return past.length > 0 ? { kept: past[past.length - 1], past: past.slice(0, -1) } : null;
};
