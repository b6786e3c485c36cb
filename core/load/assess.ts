import { allowedSeconds, celsiusAfter, coolSecondsFrom } from "./heat";
import { mountedWatts } from "./mounting";
import { networkImpedance, networkOhms, networkResistance, networkShares } from "./tree";
import type { LoadDemand, Network, NetworkReport, PartReport, PowerResistor } from "./types";

/** Up to where a load must stay what it is: the end of the audio band. */
const HIGHEST_HZ = 20_000;

/**
 * What a network does under a demand: the watts in each part, for how long, how hot, and what that does to its ohms.
 * Heat by one store for each resistor, see heat.ts; drift from the temperatures at the end of the run.
 * @see Ohm and Joule; warming as a body of one time constant (Newton’s law of cooling)
 */
export const assessNetwork = (
  network: Network,
  shelf: readonly PowerResistor[],
  demand: LoadDemand,
): NetworkReport => {
  const { targetOhms, watts, seconds, ambientCelsius } = demand;
  const ohms = shelf.map((each) => each.ohms);
  const parts = networkShares(network, ohms).map(({ index, share }): PartReport => {
    const resistor = shelf[index],
      partWatts = watts * share;
    const endCelsius = celsiusAfter(resistor, partWatts, seconds, {
      fromCelsius: ambientCelsius,
      ambientCelsius,
    });
    return {
      index,
      watts: partWatts,
      stressRatio: partWatts / mountedWatts(resistor),
      allowedSeconds: allowedSeconds(resistor, partWatts),
      endCelsius,
      coolSeconds: coolSecondsFrom(resistor, endCelsius, ambientCelsius),
    };
  });
  const resistance = networkResistance(network, shelf);
  const hot = ohms.slice();
  for (const { index, endCelsius } of parts)
    hot[index] *= 1 + shelf[index].perCelsius * (endCelsius - ambientCelsius);
  const { re, im } = networkImpedance(network, shelf, HIGHEST_HZ);
  const report = {
    network,
    resistance,
    errorRatio: resistance.ohms / targetOhms - 1,
    parts,
    allowedSeconds: Math.min(...parts.map((part) => part.allowedSeconds)),
    hottestCelsius: Math.max(...parts.map(({ endCelsius }) => endCelsius)),
    coolSeconds: Math.max(...parts.map(({ coolSeconds }) => coolSeconds)),
    driftRatio: networkOhms(network, hot) / resistance.ohms - 1,
    highFrequencyRatio: Math.hypot(re, im) / resistance.ohms - 1,
  };
  return { ...report, cost: cost(report, demand) };
};

/**
 * Points, so that one trait of a network weighs against another: a point for each percent of uncertainty, drift and error at 20 kHz,
 * which end up in the reading; a third of one for each percent that the ohms are off, since watts are reckoned with the ohms
 * measured; half a point for each further part to wire; a point for each 100 K of heat. Our own weights.
 */
export const POINTS = { errorRatio: 33, readingRatio: 100, part: 0.5, kelvin: 0.01 } as const;

/** What a network costs at least, by its ohms and parts alone. */
export const leastCost = (errorRatio: number, partCount: number): number =>
  POINTS.errorRatio * errorRatio + POINTS.part * (partCount - 1);

/** All points together. A network that may not run for the time asked is worse than any that may, the more so the shorter it may. */
const cost = (
  {
    errorRatio,
    resistance,
    driftRatio,
    highFrequencyRatio,
    parts,
    hottestCelsius,
    allowedSeconds: allowed,
  }: Omit<NetworkReport, "cost">,
  { seconds, ambientCelsius }: LoadDemand,
): number =>
  leastCost(Math.abs(errorRatio), parts.length) +
  POINTS.readingRatio *
    (resistance.ohmsStdUncertainty / resistance.ohms +
      Math.abs(driftRatio) +
      Math.abs(highFrequencyRatio)) +
  POINTS.kelvin * (hottestCelsius - ambientCelsius) +
  (allowed < seconds ? 1000 + 100 * (1 - allowed / seconds) : 0);
