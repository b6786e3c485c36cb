import { forecast } from "@/core/forecast";
import type { Amplifier, StatedPower, Details, ForecastSettings, Load } from "@/records";
import { assumptionsOf, forecastFacts, supplyFor } from "./forecastFacts";

/** The highest peak that is to be expected across any load, and where that comes from. */
export type ExpectedPeak = { volts: number; source: "forecast" | "claims" | "nothing" };

/** Without a forecast: twice the claimed power, since amplifiers often give more than they claim, in bursts above all. */
const OVER_CLAIM = 2;
/** Nothing known at all: a home amplifier of 100 W into 8 ohm. */
const USUAL_PEAK_VOLTS = 40;

/** From the forecast's burst ceilings over every load, with one channel driven; else from the claims. */
export const expectedPeak = (
  {
    amplifier,
    claims,
    loads,
    details,
  }: {
    amplifier: Amplifier;
    claims: readonly StatedPower[];
    loads: readonly Load[];
    details: Details;
  },
  settings: ForecastSettings,
): ExpectedPeak => {
  const facts = forecastFacts(
    amplifier,
    details,
    supplyFor(details, settings.supplyName),
    settings.sourceVoltsRms ?? null,
  );
  const assumptions = assumptionsOf(amplifier, settings);
  const ohms = [
    ...new Set([
      ...claims.map(({ loadOhms }) => loadOhms),
      ...loads.map(({ nominalOhms }) => nominalOhms),
      8,
    ]),
  ];
  const forecasts = ohms.map((loadOhms) => {
    const watts = forecast(facts, assumptions, { loadOhms, channelsDriven: 1 }).burstLimiter
      ?.burstWatts;
    return watts === undefined ? 0 : Math.sqrt(2 * watts * loadOhms);
  });
  if (Math.max(...forecasts) > 0) return { volts: Math.max(...forecasts), source: "forecast" };
  if (claims.length > 0)
    return {
      volts: Math.max(
        ...claims.map(({ powerWatts, loadOhms }) =>
          Math.sqrt(2 * OVER_CLAIM * powerWatts * loadOhms),
        ),
      ),
      source: "claims",
    };
  return { volts: USUAL_PEAK_VOLTS, source: "nothing" };
};
