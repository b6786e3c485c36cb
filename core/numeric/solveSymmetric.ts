/**
 * Solves A x = b for a symmetric positive definite A by Cholesky factors.
 * @param a row-major, size x size; only its lower triangle is read
 * @param b of length size
 * @param leastPivotRatio a pivot below this share of its diagonal means that the unknowns cannot be distinguished
 * @returns x, or null when A is not positive definite so
 * @see G. H. Golub, C. F. Van Loan, Matrix Computations, 4th ed., 2013, section 4.2
 */
export const solveSymmetric = (
  a: Float64Array,
  b: Float64Array,
  leastPivotRatio = 1e-14,
): Float64Array | null => {
  const size = b.length;
  const factor = new Float64Array(size * size);
  for (let i = 0; i < size; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = a[i * size + j];
      for (let k = 0; k < j; k++) sum -= factor[i * size + k] * factor[j * size + k];
      if (i !== j) factor[i * size + j] = sum / factor[j * size + j];
      // Relative to the diagonal, since columns may differ by orders of magnitude.
      else if (sum > leastPivotRatio * a[i * size + i]) factor[i * size + i] = Math.sqrt(sum);
      else return null;
    }
  }
  const x = Float64Array.from(b);
  for (let i = 0; i < size; i++) {
    for (let k = 0; k < i; k++) x[i] -= factor[i * size + k] * x[k];
    x[i] /= factor[i * size + i];
  }
  for (let i = size - 1; i >= 0; i--) {
    for (let k = i + 1; k < size; k++) x[i] -= factor[k * size + i] * x[k];
    x[i] /= factor[i * size + i];
  }
  return x;
};
