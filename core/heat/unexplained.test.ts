import { seededNormal } from "../signal";
import { fitCourse, isUnexplained, type Course } from ".";

/** Newton's law: 40 K above a room of 22, time constant ten minutes; then what else is said. */
const warmed = (seconds: number, rise = 40, begun = 0): number =>
  seconds < begun ? 0 : rise * (1 - Math.exp(-(seconds - begun) / 600));
const course = (celsius: (seconds: number) => number, scatter = 0.1, every = 10): Course => {
  const normal = seededNormal(9);
  const seconds = Float64Array.from({ length: 3000 / every }, (_, k) => every * k);
  return { seconds, celsius: seconds.map((at) => 22 + celsius(at) + scatter * normal()) };
};
const told = (given: Course) => {
  const fit = fitCourse(given);
  if (!fit.ok) throw new Error(fit.finding.advice);
  return isUnexplained(fit.value);
};

test.each<[string, Course]>([
  ["one store", course(warmed)],
  ["two stores", course((at) => warmed(at, 30) + 8 * (1 - Math.exp(-at / 60)))],
  ["cooling", course((at) => 40 * Math.exp(-at / 600))],
  ["a thermometer that scatters by a kelvin", course(warmed, 1)],
  ["a thermometer of whole degrees", course((at) => Math.round(warmed(at)), 0)],
  ["a room that warms by a kelvin meanwhile", course((at) => warmed(at) + at / 3000)],
  ["few readings", course(warmed, 0.3, 240)],
])("steady watts, %s: nothing is left to explain", (_, given) => {
  expect(told(given)).toBe(false);
});

test.each<[string, Course]>([
  ["more watts from 20 min on", course((at) => warmed(at) + warmed(at, 25, 1200))],
  ["a probe that fell off at 25 min", course((at) => (at < 1500 ? warmed(at) : 0))],
  ["a log that began 10 min before the watts", course((at) => warmed(at, 40, 600))],
  ["a fan that cut in at 30 min", course((at) => warmed(at) - warmed(at, 30, 1800))],
  ["the same, read now and then", course((at) => warmed(at) + warmed(at, 25, 1200), 0.3, 120)],
])("%s: something changed, and nothing is predicted from the whole", (_, given) => {
  expect(told(given)).toBe(true);
});
