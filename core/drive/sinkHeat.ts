import type { ForecastClass } from "../forecast";
import { heatWatts } from "../heat";

/** What is known of an amplifier's heat sink before a thermometer is on it. Plain data. */
export type SinkFacts = {
  stageClass: ForecastClass;
  /** Of the amplifier at full output. */
  efficiencyRatio: number;
  /** What a driven channel is expected to give at most; one that gives more is taken to be at its full output. */
  fullWatts: number;
  kelvinPerWatt: number;
  timeConstantSeconds: number;
  roomCelsius: number;
  /** Whether a soak of this amplifier measured it; else the values are typical. */
  isMeasured: boolean;
};

/** What it is predicted from, with its rise above the room as a run begins. */
export type SinkForecast = SinkFacts & { startKelvin: number };

/**
 * How far a sink is above the room so many seconds later.
 * @param riseKelvin before
 * @param loadWatts of each driven channel meanwhile
 * @see Newton's law of cooling, closed form under steady watts
 */
export const nextSinkRise = (
  riseKelvin: number,
  { stageClass, efficiencyRatio, fullWatts, kelvinPerWatt, timeConstantSeconds }: SinkFacts,
  loadWatts: readonly number[],
  seconds: number,
): number => {
  const heat = loadWatts.reduce(
    (sum, watts) => sum + heatWatts(stageClass, watts, Math.max(fullWatts, watts), efficiencyRatio),
    0,
  );
  const settled = kelvinPerWatt * heat;
  return settled + (riseKelvin - settled) * Math.exp(-seconds / timeConstantSeconds);
};

/** The rise that is left after some time at rest. Closed form: Newton's law of cooling, one store. */
export const restedRise = (
  riseKelvin: number,
  { timeConstantSeconds }: Pick<SinkFacts, "timeConstantSeconds">,
  seconds: number,
): number => riseKelvin * Math.exp(-seconds / timeConstantSeconds);
