/**
 * Returns the value when it is a finite number from least to most, both included.
 * @throws {RangeError} otherwise, naming the argument, its value and the span
 */
export const requireRange = (name: string, value: number, least: number, most: number): number => {
  if (Number.isFinite(value) && value >= least && value <= most) return value;
  throw new RangeError(`${name} is ${value}; it must be a number from ${least} to ${most}`);
};

/**
 * Returns the value when it is a finite number above zero.
 * @throws {RangeError} otherwise, naming the argument and its value
 */
export const requirePositive = (name: string, value: number): number => {
  if (Number.isFinite(value) && value > 0) return value;
  throw new RangeError(`${name} is ${value}; it must be a number above zero`);
};
