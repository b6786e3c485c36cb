import { fitCourse, HEAT_LIMITS, passing, settledCelsius, type Interval } from "@/core/heat";

/** Where a soak that still runs is going. */
export type SoakOutlook = {
  /** In degrees Celsius. */
  settled: Interval;
  /** Seconds of the soak until it is too hot by the house's grades; null where it will not be. */
  tooHot: Interval | null;
};

/** Follows the heat sink while it is soaked, and says at any moment where that ends. */
export const followSoak = () => {
  const seconds: number[] = [],
    celsius: number[] = [];
  let isSteady = true;
  return {
    /** @param isCutOut from then on the watts are no longer those of the soak, and nothing more is predicted */
    see: (at: number, sinkCelsius: number, isCutOut: boolean): void => {
      isSteady &&= !isCutOut;
      seconds.push(at);
      celsius.push(sinkCelsius);
    },
    outlook: (): SoakOutlook | null => {
      if (!isSteady) return null;
      const fit = fitCourse({
        seconds: Float64Array.from(seconds),
        celsius: Float64Array.from(celsius),
      });
      return fit.ok
        ? {
            settled: settledCelsius(fit.value),
            tooHot: passing(fit.value, HEAT_LIMITS.tooHotAbove, "up").seconds,
          }
        : null;
    },
  };
};
