type Domain = readonly [number, number];

const STEPS = [1, 2, 5];
/** Over more decades than this only whole ones are marked, evenly thinned. */
const MOST_DECADES = 12;
/** Beyond this a value is no reading, and no axis is drawn as far as to it. */
const FARTHEST = 1e30;

const isDomain = ([low, high]: Domain): boolean => low > 0 && high >= low && high < Infinity;

/**
 * Ticks at 1, 2 and 5 of every decade within the domain, for logarithmic axes; at whole decades alone where there are many. None
 * where the ends are not above zero and finite.
 */
export const decadeTicks = (domain: Domain): number[] => {
  if (!isDomain(domain)) return [];
  const [low, high] = domain;
  const first = Math.floor(Math.log10(low));
  const decades = Math.ceil(Math.log10(high)) - first + 1;
  const stride = Math.ceil(decades / MOST_DECADES);
  const ticks: number[] = [];
  for (let decade = first; decade < first + decades; decade += stride)
    for (const step of stride === 1 ? STEPS : [1]) {
      const tick = Number((step * 10 ** decade).toPrecision(3));
      if (tick >= low * (1 - 1e-9) && tick <= high * (1 + 1e-9)) ticks.push(tick);
    }
  return ticks;
};

/** The domain widened to the next 1, 2 or 5 on each side, and held within what an axis can show. */
export const decadeDomain = (low: number, high: number): [number, number] => {
  const [from, to] = [low, high].map((end) => Math.min(FARTHEST, Math.max(1 / FARTHEST, end)));
  const wide = decadeTicks([from / 10, to * 10]);
  return [
    wide.filter((tick) => tick <= from * (1 + 1e-9)).pop() ?? from,
    wide.find((tick) => tick >= to * (1 - 1e-9)) ?? to,
  ];
};
