// JCGM 100, 6.3: an interval of twice the standard uncertainty is to hold the truth in about 95 of 100 cases. Two hundred trials of
// each are printed by `npm run bench uncertainty`; here are twelve.
import { coverageOf, READINGS, scatterOf } from "./coverage";

const COUNT = 12;

test.each(Object.entries(READINGS))(
  "%s: the truth lies within what the reading says of itself, and that says not much too much",
  (_, trials) => {
    // Of twelve trials with 95 % each, fewer than nine lie within once in five hundred sets.
    expect(coverageOf(trials, COUNT)).toBeGreaterThanOrEqual(9 / COUNT);
    const scatter = scatterOf(trials, COUNT);
    expect(scatter).toBeGreaterThan(0.4);
    expect(scatter).toBeLessThan(1.6);
  },
);
