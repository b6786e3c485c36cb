/**
 * Radices (4, 2, 3, 5) whose product is the length.
 * @throws {RangeError} when the length is not of the form 2^a 3^b 5^c
 */
export const radicesOf = (length: number): number[] => {
  const found: number[] = [];
  let rest = length;
  for (const radix of [4, 2, 3, 5])
    while (rest % radix === 0 && rest > 1) {
      found.push(radix);
      rest /= radix;
    }
  if (rest !== 1 || !Number.isInteger(length))
    throw new RangeError(`length is ${length}; it must be of the form 2^a 3^b 5^c`);
  return found;
};

/** The two factors of a length that lie nearest to its square root, the larger first. */
export const nearSquare = (length: number): [number, number] => {
  let small = Math.floor(Math.sqrt(length));
  while (length % small !== 0) small--;
  return [length / small, small];
};
