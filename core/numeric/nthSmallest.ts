/**
 * The value that would stand at a place if all were sorted, without sorting them.
 * @param values at least one; left as they are
 * @param place from 0 to values.length - 1
 * @throws {RangeError} on a place that is none
 * @see C. A. R. Hoare, Algorithm 65: FIND, Communications of the ACM 4, 1961
 */
export const nthSmallest = (values: Float64Array, place: number): number => {
  if (!(place >= 0 && place < values.length))
    throw new RangeError(`place is ${place}; there are ${values.length} values`);
  const kept = Float64Array.from(values);
  let left = 0,
    right = kept.length - 1;
  while (left < right) {
    const pivot = kept[(left + right) >> 1];
    let low = left,
      high = right;
    while (low <= high) {
      while (kept[low] < pivot) low++;
      while (pivot < kept[high]) high--;
      if (low > high) break;
      const moved = kept[low];
      kept[low++] = kept[high];
      kept[high--] = moved;
    }
    if (place <= high) right = high;
    else if (place >= low) left = low;
    else break;
  }
  return kept[place];
};
