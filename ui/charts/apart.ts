/** A line of text and its air. Pixels. */
const LINE_PX = 15;

/** Heights for labels, moved upwards where needed so that none lies on another. In the order given, whatever theirs is. */
export const apart = (heightsPx: readonly number[]): number[] => {
  const lowestFirst = heightsPx
    .map((_, k) => k)
    .sort((left, right) => heightsPx[right] - heightsPx[left]);
  const moved = [...heightsPx];
  lowestFirst.forEach((k, n) => {
    if (n > 0) moved[k] = Math.min(moved[k], moved[lowestFirst[n - 1]] - LINE_PX);
  });
  return moved;
};
