import type { HeatBody } from "./types";

/** At an eighth of its power an amplifier's sink is built to settle about so much above the room; and how long that takes. Common practice. */
const EIGHTH_RISE_KELVIN = 38;
const SINK_SECONDS = 900;

/**
 * The amplifier's heat sink as one body, before anything is known of it: built for an eighth of its power.
 * @param eighthHeatWatts heat of all channels at an eighth of their power
 * Common practice of makers: free convection, an eighth of the power.
 */
export const usualSink = (eighthHeatWatts: number, mostCelsius: number): HeatBody => ({
  name: "amplifier",
  kelvinPerWatt: EIGHTH_RISE_KELVIN / Math.max(eighthHeatWatts, 1e-3),
  timeConstantSeconds: SINK_SECONDS,
  mostCelsius,
});

/** What was measured of the sink: settled rise over its heat, and how long that takes. */
export type MeasuredSink = { kelvinPerWatt: number; timeConstantSeconds: number };

/**
 * The amplifier's heat sink as it was measured: it takes the place of the usual one.
 * Definition of a body of one store: kelvin a watt, and its time constant.
 */
export const measuredSink = (measured: MeasuredSink, mostCelsius: number): HeatBody => ({
  name: "amplifier",
  ...measured,
  mostCelsius,
});
