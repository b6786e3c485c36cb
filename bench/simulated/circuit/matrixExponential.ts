/** Taylor terms that leave nothing but rounding once the matrix is scaled below a half. */
const TERMS = 18;

/**
 * e^M of a small square matrix, by scaling and squaring.
 * @see C. Moler, C. Van Loan, Nineteen Dubious Ways to Compute the Exponential of a Matrix, SIAM Review 45, 2003, method 3
 */
export const matrixExponential = (matrix: readonly (readonly number[])[]): number[][] => {
  const norm = Math.max(
    ...matrix.map((row) => row.reduce((sum, value) => sum + Math.abs(value), 0)),
  );
  const halvings = Math.max(0, Math.ceil(Math.log2(Math.max(norm, 1e-300))) + 1);
  const scaled = matrix.map((row) => row.map((value) => value / 2 ** halvings));
  let result = identity(matrix.length),
    term = identity(matrix.length);
  for (let k = 1; k <= TERMS; k++) {
    term = product(term, scaled).map((row) => row.map((value) => value / k));
    result = result.map((row, i) => row.map((value, j) => value + term[i][j]));
  }
  for (let k = 0; k < halvings; k++) result = product(result, result);
  return result;
};

const identity = (size: number): number[][] =>
  Array.from({ length: size }, (_, i) =>
    Array.from({ length: size }, (__, j) => (i === j ? 1 : 0)),
  );

const product = (
  left: readonly (readonly number[])[],
  right: readonly (readonly number[])[],
): number[][] =>
  left.map((row) =>
    right[0].map((_, j) => row.reduce((sum, value, k) => sum + value * right[k][j], 0)),
  );
