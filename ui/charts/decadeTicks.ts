/** Ticks at 1, 2 and 5 of every decade within the domain, for logarithmic axes. */
export const decadeTicks = ([low, high]: readonly [number, number]): number[] => {
  const ticks: number[] = [];
  for (let decade = Math.floor(Math.log10(low)); decade <= Math.ceil(Math.log10(high)); decade++)
    for (const step of [1, 2, 5]) {
      const tick = Number((step * 10 ** decade).toPrecision(3));
      if (tick >= low * (1 - 1e-9) && tick <= high * (1 + 1e-9)) ticks.push(tick);
    }
  return ticks;
};

/** The domain widened to the next 1, 2 or 5 on each side. */
export const decadeDomain = (low: number, high: number): [number, number] => {
  const wide = decadeTicks([low / 10, high * 10]);
  return [
    wide.filter((tick) => tick <= low * (1 + 1e-9)).pop() ?? low,
    wide.find((tick) => tick >= high * (1 - 1e-9)) ?? high,
  ];
};
