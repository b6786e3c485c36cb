// JCGM 100, 6.3: an interval of twice the standard uncertainty is to hold the truth in about 95 of 100 cases. Two hundred trials of
// each are printed by `npm run bench uncertainty`; here are thirty.
import { coverageOf, READINGS, scatterOf } from "./coverage";

const COUNT = 30;

test.each(Object.entries(READINGS))(
  "%s: the truth lies within what the reading says of itself, and that says not much too much",
  (_, trials) => {
    // Of thirty trials with 95 % each, fewer than 25 lie within once in a thousand sets.
    expect(coverageOf(trials, COUNT)).toBeGreaterThanOrEqual(25 / COUNT);
    const scatter = scatterOf(trials, COUNT);
    expect(scatter).toBeGreaterThan(0.5);
    expect(scatter).toBeLessThan(1.5);
  },
);
