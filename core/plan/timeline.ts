import { requireRange } from "../units";
import type { HeatBody, HeatModel, PlannedRun, Timeline, TimelineEntry } from "./types";

/** Between runs: read, write down, change leads. Common practice. */
export const HANDLING_SECONDS = 60;

/** A pause longer than this is of no use: everything is cold by then, within a percent. */
const COLD_TIME_CONSTANTS = 5;

/**
 * The plan in time, with the heat of every body along it. Before a run that would take a body past its limit a pause is put
 * in, just long enough; a run that is too long even from cold is marked with how long it may be. Heat by one store for each
 * body: exact for steady watts.
 * @see Newton's law of cooling, closed form
 */
export const timelineOf = (runs: readonly PlannedRun[], model: HeatModel): Timeline => {
  const { ambientCelsius, bodies } = model;
  requireRange("ambientCelsius", ambientCelsius, -20, 50);
  let celsius: readonly number[] = bodies.map(() => ambientCelsius);
  let now = 0;
  const entries = runs.map((run, index): TimelineEntry => {
    const watts = model.wattsInto(run);
    if (index > 0) {
      celsius = coolDown(celsius, bodies, HANDLING_SECONDS, ambientCelsius);
      now += HANDLING_SECONDS;
    }
    const waits = bodies.map((body, k) =>
      waitFor(body, celsius[k], { watts: watts[k], seconds: run.seconds }, ambientCelsius),
    );
    const coolSeconds = Math.max(0, ...waits);
    const allowed = bodies.map((body, k) => longest(body, watts[k], ambientCelsius));
    const allowedSeconds = Math.min(Infinity, ...allowed);
    const startCelsius = coolDown(celsius, bodies, coolSeconds, ambientCelsius);
    const endCelsius = bodies.map((body, k) =>
      warmed(body, startCelsius[k], { watts: watts[k], seconds: run.seconds }, ambientCelsius),
    );
    const startSeconds = now + coolSeconds;
    now = startSeconds + run.seconds;
    celsius = endCelsius;
    const waited = coolSeconds > 0 ? waits.indexOf(coolSeconds) : null;
    const hot = allowedSeconds < run.seconds ? allowed.indexOf(allowedSeconds) : waited;
    return {
      run,
      coolSeconds,
      startSeconds,
      endSeconds: now,
      startCelsius,
      endCelsius,
      hotBody: hot === null ? null : bodies[hot].name,
      allowedSeconds,
    };
  });
  return { entries, totalSeconds: now };
};

const warmed = (
  { kelvinPerWatt, timeConstantSeconds }: HeatBody,
  from: number,
  { watts, seconds }: { watts: number; seconds: number },
  ambient: number,
): number => {
  const settled = ambient + kelvinPerWatt * watts;
  return settled + (from - settled) * Math.exp(-seconds / timeConstantSeconds);
};

const coolDown = (
  celsius: readonly number[],
  bodies: readonly HeatBody[],
  seconds: number,
  ambient: number,
): number[] => bodies.map((body, k) => warmed(body, celsius[k], { watts: 0, seconds }, ambient));

/** How long a run may be from cold. */
const longest = (
  { kelvinPerWatt, timeConstantSeconds, mostCelsius }: HeatBody,
  watts: number,
  ambient: number,
): number => {
  const rise = kelvinPerWatt * watts,
    allowed = mostCelsius - ambient;
  return rise <= allowed ? Infinity : -timeConstantSeconds * Math.log(1 - allowed / rise);
};

/** How long to wait so that the run ends at the limit at most. */
const waitFor = (
  body: HeatBody,
  celsius: number,
  { watts, seconds }: { watts: number; seconds: number },
  ambient: number,
): number => {
  if (warmed(body, celsius, { watts, seconds }, ambient) <= body.mostCelsius) return 0;
  const settled = ambient + body.kelvinPerWatt * watts;
  const mayStartAt =
    settled + (body.mostCelsius - settled) * Math.exp(seconds / body.timeConstantSeconds);
  const most = COLD_TIME_CONSTANTS * body.timeConstantSeconds;
  if (mayStartAt <= ambient) return celsius - ambient < 1 ? 0 : most;
  return celsius <= mayStartAt
    ? 0
    : Math.min(
        most,
        body.timeConstantSeconds * Math.log((celsius - ambient) / (mayStartAt - ambient)),
      );
};

/**
 * Temperatures at evenly spaced moments along a timeline, for drawing: seconds and celsius of each body.
 * @see Newton’s law of cooling
 */
export const heatAlong = (
  { entries, totalSeconds }: Timeline,
  model: HeatModel,
  count: number,
): { seconds: number; celsius: readonly number[] }[] => {
  const { bodies, ambientCelsius } = model;
  return Array.from({ length: count }, (_, k) => {
    const seconds = (totalSeconds * k) / (count - 1);
    const last = entries.findLast(({ startSeconds }) => startSeconds <= seconds);
    if (!last) return { seconds, celsius: bodies.map(() => ambientCelsius) };
    const watts = model.wattsInto(last.run);
    const inRun = Math.min(seconds, last.endSeconds) - last.startSeconds;
    const after = Math.max(0, seconds - last.endSeconds);
    return {
      seconds,
      celsius: bodies.map((body, j) =>
        warmed(
          body,
          warmed(body, last.startCelsius[j], { watts: watts[j], seconds: inRun }, ambientCelsius),
          { watts: 0, seconds: after },
          ambientCelsius,
        ),
      ),
    };
  });
};
