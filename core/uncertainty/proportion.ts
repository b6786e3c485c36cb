/** Two-sided 95 % of the normal distribution. */
const Z95 = 1.959_964;

/**
 * Where the share lies that so many of so many speak for, with 95 % confidence: the score interval, which stays sensible for few
 * trials and for none or all of them.
 * @param count from 0 to `of`, whole
 * @param of above zero, whole
 * @returns shares from 0 to 1
 * @see Wilson, "Probable inference, the law of succession, and statistical inference", JASA 22 (1927) 209-212
 */
export const proportionInterval = (count: number, of: number): { low: number; high: number } => {
  if (!(of > 0) || count < 0 || count > of)
    throw new RangeError("count must be from 0 to a total above 0");
  const share = count / of;
  const weight = Z95 ** 2 / of;
  const middle = share + weight / 2;
  const half = Z95 * Math.sqrt((share * (1 - share) + weight / 4) / of);
  return {
    low: Math.max(0, (middle - half) / (1 + weight)),
    high: Math.min(1, (middle + half) / (1 + weight)),
  };
};
