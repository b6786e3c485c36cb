import {
  celsiusAt,
  dissipatedWatts,
  evenness,
  fitCourse,
  heatGrades,
  kelvinPerWatt,
  longestTouch,
  measuredOf,
  passing,
  secondsUntilCertain,
  settledCelsius,
  slowestSeconds,
  stillToGo,
  isUnexplained,
  type Interval,
  type CourseFit,
  type Evenness,
  type HeatGrade,
  type HeatLimits,
  type Measured,
  type Passing,
  type Touch,
} from "@/core/heat";
import { failure, type Finding } from "@/core/outcome";
import type { HeatLog } from "../heat";
import { courseWithin, type SpotCourse, type SteadyStretch } from "./heatLogs";
import { WATTS_STD_RATIO } from "./meterAccuracy";

/** Settled is what goes no further than this, in kelvin. Common practice. */
const SETTLED_KELVIN = 0.5;
/** How well the settled temperature is to be known before a soak may be stopped, in kelvin. Chosen here. */
export const CERTAIN_KELVIN = 1;
/** What a probe on metal and a room thermometer are worth together, in kelvin. Common practice. */
const PROBE_STD_KELVIN = 0.5;

/** What may be held for ten minutes, whatever it is made of. @see longestTouch */
const HELD_CELSIUS = 48;

/** What the course of one spot comes to in a stretch. */
export type SpotReading = {
  fit: CourseFit;
  /** The last temperature as the fit has it. */
  now: Interval;
  settled: Interval;
  timeConstantSeconds: Interval;
  isSettled: boolean;
  /** How long it must still be watched until it is known where it settles; 0 where it is known. */
  moreSeconds: number;
  /** In K/W; null where no watts are known, or none are left. */
  resistance: Measured | null;
  /** Of the heat that is made, watts that leave by now and watts that still warm the metal; null where no watts are known, or it cools. */
  flow: { heat: Measured; leavesWatts: number; storedWatts: number } | null;
  touch: Touch;
  isCooling: boolean;
  /** When it passes what counts as too hot, on the log's clock; null while it cools. */
  tooHot: Passing | null;
  /** When it may be held, while it cools from hotter than that; null else. */
  holdable: Passing | null;
  /** Of a heat sink; empty elsewhere. */
  grades: readonly HeatGrade[];
};

/** Watts that stay in the amplifier in a stretch; null where mains or loads are not known. */
export const heatOf = ({ loadWatts, mainsWatts }: SteadyStretch): Measured | null => {
  if (mainsWatts === null || loadWatts === null) return null;
  const measured = (value: number) => ({ value, stdUncertainty: WATTS_STD_RATIO * value });
  return dissipatedWatts(measured(mainsWatts), [measured(loadWatts)]);
};

/** Reads one spot in a stretch. @returns a finding where its readings are too few or tell nothing */
export const readSpot = (
  { spot, course, radiationKelvin }: SpotCourse,
  stretch: SteadyStretch,
  { roomCelsius, limits }: { roomCelsius: number; limits: HeatLimits },
): { ok: true; value: SpotReading } | { ok: false; finding: Finding } => {
  const outcome = fitCourse(courseWithin(course, stretch));
  if (!outcome.ok) return outcome;
  const fit = outcome.value;
  if (isUnexplained(fit))
    return failure(
      "no-course",
      spot.name,
      `it does not heat or cool as at constant power: the power, the air flow or the probe contact changed. Find the place on the chart and enter the change as an event; each part is then fitted separately.`,
    );
  const settled = settledCelsius(fit);
  const now = celsiusAt(fit, fit.toSeconds);
  const toGo = stillToGo(fit);
  const isCooling = settled.value < celsiusAt(fit, fit.fromSeconds).value;
  const tooHot = isCooling ? null : passing(fit, limits.tooHotAbove, "up");
  const heat = heatOf(stretch);
  const { value, stdUncertainty } = measuredOf(settled);
  const rise = {
    value: value - roomCelsius,
    stdUncertainty: Math.hypot(stdUncertainty, PROBE_STD_KELVIN, radiationKelvin),
  };
  const isWarmedByAmplifier = spot.place !== "load" && spot.place !== "air";
  return {
    ok: true,
    value: {
      fit,
      now,
      settled,
      timeConstantSeconds: slowestSeconds(fit),
      isSettled: Math.max(Math.abs(toGo.low), Math.abs(toGo.high)) <= SETTLED_KELVIN,
      moreSeconds: secondsUntilCertain(fit, CERTAIN_KELVIN),
      ...warmedBy(isWarmedByAmplifier ? heat : null, {
        rise,
        now: now.value - roomCelsius,
        isCooling,
      }),
      touch: longestTouch(Math.max(now.high, now.value), spot.surface),
      isCooling,
      tooHot,
      holdable: isCooling && now.value > HELD_CELSIUS ? passing(fit, HELD_CELSIUS, "down") : null,
      grades:
        spot.place === "heat sink" && !isCooling
          ? heatGrades(settled, tooHot && sinceBegun(tooHot, stretch), limits)
          : [],
    },
  };
};

/**
 * What the heat of the amplifier tells of a spot that it warms; nothing where it is not known. By Newton's law of cooling a spot gives off
 * as much of its heat as it has risen of its settled rise; the rest warms the metal.
 */
const warmedBy = (
  heat: Measured | null,
  { rise, now, isCooling }: { rise: Measured; now: number; isCooling: boolean },
): Pick<SpotReading, "resistance" | "flow"> => {
  if (!heat || !isSure(heat) || !isSure(rise)) return { resistance: null, flow: null };
  const share = Math.min(1, Math.max(0, now / rise.value));
  return {
    resistance: kelvinPerWatt(rise, heat),
    flow: isCooling
      ? null
      : { heat, leavesWatts: share * heat.value, storedWatts: (1 - share) * heat.value },
  };
};

/** Three times as much as may be chance: below it there is no ratio. */
const isSure = ({ value, stdUncertainty }: Measured): boolean => value > 3 * stdUncertainty;

/** When it is too hot, counted from the beginning of the stretch. */
const sinceBegun = ({ seconds }: Passing, { fromSeconds }: SteadyStretch): Interval | null =>
  seconds && {
    low: seconds.low - fromSeconds,
    value: seconds.value - fromSeconds,
    high: seconds.high - fromSeconds,
  };

/** Whether the spots of the heat sink warm alike; null with fewer than two of them. */
export const sinkEvenness = (
  read: readonly { name: string; place: string; settled: Interval }[],
  { roomCelsius }: Pick<HeatLog, "roomCelsius">,
): (Evenness & { hottestName: string; coolestName: string }) | null => {
  const sinks = read.filter(({ place }) => place === "heat sink");
  if (sinks.length < 2) return null;
  const found = evenness(
    sinks.map(({ settled }) => {
      const { value, stdUncertainty } = measuredOf(settled);
      // The room is the same for all; each probe sits a little otherwise.
      return {
        value: value - roomCelsius,
        stdUncertainty: Math.hypot(stdUncertainty, PROBE_STD_KELVIN / 2),
      };
    }),
  );
  return {
    ...found,
    hottestName: sinks[found.hottest].name,
    coolestName: sinks[found.coolest].name,
  };
};
