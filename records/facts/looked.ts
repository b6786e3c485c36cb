import { drivenText } from "@/core/claim";
import {
  forecast,
  type Assumptions,
  type Forecast,
  type ForecastCase,
  type ForecastFacts,
} from "@/core/forecast";
import type { Amplifier, StatedPower, Details, Supply } from "@/records";
import { forecastFacts } from "./forecastFacts";

/** What the amplifier would be on one of its supplies; a supply that is the only one goes without a name. */
export type OnSupply = { name: string; facts: ForecastFacts };

/** A load, channels and supply whose ceilings are looked at. */
export type Looked = ForecastCase & { supplyName: string };

/** The amplifier on each of its supplies; on none, where none is written down. */
export const onEachSupply = (
  amplifier: Amplifier,
  details: Details,
  sourceVoltsRms: number | null,
): OnSupply[] => {
  const { supplies } = details;
  if (supplies.length < 2)
    return [
      { name: "", facts: forecastFacts(amplifier, details, supplies[0] ?? null, sourceVoltsRms) },
    ];
  return supplies.map((supply) => ({
    name: supply.name,
    facts: forecastFacts(amplifier, details, supply, sourceVoltsRms),
  }));
};

/** Where a claim is to hold, on the supply that was chosen. */
export const lookedFor = (
  { loadOhms, channelsDriven }: ForecastCase,
  supply: Supply | null,
  onSupplies: readonly OnSupply[],
): Looked => ({
  loadOhms,
  channelsDriven,
  supplyName: onSupplies.length > 1 && supply ? supply.name : "",
});

/** The ceilings there, in words what they are for, and what is claimed of just that, if anything. */
export const ceilingsAt = (
  looked: Looked,
  onSupplies: readonly OnSupply[],
  assumptions: Assumptions,
  claims: readonly StatedPower[],
): { forecast: Forecast; caseText: string; claimWatts: number | null } => {
  const { facts } = onSupplies.find(({ name }) => name === looked.supplyName) ?? onSupplies[0];
  const claim = claims.find(
    ({ loadOhms, channelsDriven }) =>
      loadOhms === looked.loadOhms && channelsDriven === looked.channelsDriven,
  );
  return {
    forecast: forecast(facts, assumptions, looked),
    caseText: [`${looked.loadOhms} Ω`, drivenText(looked.channelsDriven), looked.supplyName]
      .filter((each) => each !== "")
      .join(", "),
    claimWatts: claim ? claim.powerWatts : null,
  };
};
