const tails = new Map<string, Promise<unknown>>();

/**
 * Does one thing after another with the files of a folder: storing what refers to a file, and clearing away what nothing refers
 * to, must not overlap. Holds within this program; `lockFolder` keeps other programs out.
 */
export const exclusively = <T>(folder: string, work: () => Promise<T>): Promise<T> => {
  const before = tails.get(folder) ?? Promise.resolve();
  const mine = before.then(work, work);
  tails.set(
    folder,
    mine.catch(() => {}),
  );
  return mine;
};
