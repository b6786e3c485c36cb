import { requirePositive, requireRange } from "../units";
import { assessNetwork, leastCost } from "./assess";
import { shapeTable } from "./shapes";
import { networkIndices } from "./tree";
import type { LoadDemand, Network, NetworkReport, PowerResistor } from "./types";

/** A load for every channel at once, none of them sharing a resistor. */
export type LoadChoice = { channels: readonly NetworkReport[]; cost: number };

export type FoundLoads = {
  /** Best first; each is built differently from those before. */
  choices: readonly LoadChoice[];
  /** Where there is no choice: the network nearest to the target, for one channel. */
  nearest: NetworkReport | null;
  /** False where the search for many channels was cut short, so that a better one may exist. */
  isExhaustive: boolean;
};

export type FindOptions = { mostParts: number; toleranceRatio: number; choiceCount: number };
/** Four parts a channel: beyond that, joints and leads add more error than another resistor takes away. */
export const FIND_DEFAULTS: FindOptions = { mostParts: 4, toleranceRatio: 0.06, choiceCount: 5 };

/** As many as the places of a bit mask, with some to spare. */
export const MOST_RESISTORS = 30;
/** Steps of one search over channels, after which the best so far is taken. */
const MOST_STEPS = 100_000;
/** The same for all searches together. */
const MOST_STEPS_IN_ALL = 250_000;

/** `bound` is what its cost cannot be below, known before the rest is worked out. */
type Bare = { network: Network; bound: number };
type Candidate = { report: NetworkReport; mask: number };

/** How many of the likeliest networks are worked out before it is known how much a network may cost at most. */
const FIRST_COUNT = 400;
/** How many of the cheapest networks other builds are looked for in. */
const OTHERS_COUNT = 1200;

/**
 * The best loads from the resistors at hand: every series and parallel network of up to four of them is tried, and those
 * near the target are set against each other by their cost (see assess.ts), for all channels together.
 * @param shelf up to 30 resistors
 * @throws {RangeError} on a demand that makes no sense or a longer shelf
 * Definition: every series and parallel network of the given parts is tried.
 */
export const findLoads = (
  shelf: readonly PowerResistor[],
  demand: LoadDemand,
  given: Partial<FindOptions> = {},
): FoundLoads => {
  const options = { ...FIND_DEFAULTS, ...given };
  requirePositive("targetOhms", demand.targetOhms);
  requirePositive("watts", demand.watts);
  requirePositive("seconds", demand.seconds);
  requireRange("shelf.length", shelf.length, 0, MOST_RESISTORS);
  const candidates = worthTrying(networksNear(shelf, demand.targetOhms, options), shelf, demand);
  const { choices, isExhaustive } = chooseForAll(
    candidates,
    shelf,
    demand.channelCount,
    options.choiceCount,
  );
  return {
    choices,
    isExhaustive,
    nearest: choices.length > 0 ? null : nearestOf(shelf, demand, options),
  };
};

/** Every network within the tolerance of the target, likeliest first. */
const networksNear = (
  shelf: readonly PowerResistor[],
  targetOhms: number,
  { mostParts, toleranceRatio }: FindOptions,
): Bare[] => {
  const found: Bare[] = [];
  eachNetwork(shelf, mostParts, (ohms, partCount, network) => {
    const errorRatio = Math.abs(ohms / targetOhms - 1);
    if (errorRatio <= toleranceRatio)
      found.push({ network: network(), bound: leastCost(errorRatio, partCount) });
  });
  return found.sort((left, right) => left.bound - right.bound);
};

/**
 * Works out the networks that may be part of the best loads, cheapest first. None of those left out can be: with any one of
 * them, and the cheapest of all for the other channels, the loads would cost more than loads already found.
 */
const worthTrying = (
  bare: readonly Bare[],
  shelf: readonly PowerResistor[],
  demand: LoadDemand,
): Candidate[] => {
  const workOut = ({ network }: Bare): Candidate => ({
    report: assessNetwork(network, shelf, demand),
    mask: maskOf(networkIndices(network)),
  });
  const likeliest = sorted(bare.slice(0, FIRST_COUNT).map(workOut));
  const found = new Search(bestOfEachMask(likeliest), demand.channelCount).best(null);
  const mostCost = found
    ? totalCost(found) -
      (demand.channelCount - 1) *
        Math.min(likeliest[0].report.cost, bare[FIRST_COUNT]?.bound ?? Infinity)
    : Infinity;
  return sorted([
    ...likeliest,
    ...bare
      .slice(FIRST_COUNT)
      .filter(({ bound }) => bound <= mostCost)
      .map(workOut),
  ]);
};

const sorted = (candidates: readonly Candidate[]): Candidate[] =>
  candidates.toSorted((left, right) => left.report.cost - right.report.cost);
const totalCost = (chosen: readonly Candidate[]): number =>
  chosen.reduce((sum, { report }) => sum + report.cost, 0);

const nearestOf = (
  shelf: readonly PowerResistor[],
  demand: LoadDemand,
  { mostParts }: FindOptions,
): NetworkReport | null => {
  const best: { network: Network | null; error: number } = { network: null, error: Infinity };
  eachNetwork(shelf, mostParts, (ohms, _, network) => {
    const error = Math.abs(Math.log(ohms / demand.targetOhms));
    if (error < best.error) Object.assign(best, { network: network(), error });
  });
  return best.network && assessNetwork(best.network, shelf, demand);
};

/** Visits every network with its ohms; the network itself is made only when it is asked for. */
const eachNetwork = (
  shelf: readonly PowerResistor[],
  mostParts: number,
  visit: (ohms: number, partCount: number, network: () => Network) => void,
): void => {
  for (let count = 1; count <= Math.min(mostParts, shelf.length); count++) {
    const table = shapeTable(count);
    const ohms = new Float64Array(table.length);
    for (const chosen of subsets(shelf.length, count)) {
      table.forEach(({ network, of, isWhole }, place) => {
        let sum = 0;
        if (network.kind === "resistor") sum = shelf[chosen[network.index]].ohms;
        else if (network.kind === "series") for (const part of of) sum += ohms[part];
        else for (const part of of) sum += 1 / ohms[part];
        ohms[place] = network.kind === "parallel" ? 1 / sum : sum;
        if (isWhole) visit(ohms[place], count, () => placed(network, chosen));
      });
    }
  }
};

function* subsets(length: number, count: number, from = 0): Generator<number[]> {
  if (count === 0) return yield [];
  for (let first = from; first <= length - count; first++)
    for (const rest of subsets(length, count - 1, first + 1)) yield [first, ...rest];
}

/** A shape with these resistors at its places. */
const placed = (shape: Network, chosen: readonly number[]): Network =>
  shape.kind === "resistor"
    ? { kind: "resistor", index: chosen[shape.index] }
    : { kind: shape.kind, parts: shape.parts.map((part) => placed(part, chosen)) };

const maskOf = (indices: readonly number[]): number =>
  indices.reduce((mask, index) => mask | (1 << index), 0);

/** Resistors within about 12 % of each other are of one kind. */
const LIKE_STEPS = 9;

/** How it is built, whichever of several like resistors are taken: the same for networks that a reviewer would call the same. */
const buildOf = (network: Network, shelf: readonly PowerResistor[]): string => {
  if (network.kind === "resistor") {
    const { ohms, ratedWatts, construction, cooling } = shelf[network.index];
    return `${Math.round(LIKE_STEPS * Math.log(ohms))}/${ratedWatts}/${construction}/${cooling}`;
  }
  return `${network.kind}(${network.parts
    .map((part) => buildOf(part, shelf))
    .sort()
    .join(",")})`;
};

const bestOfEachMask = (candidates: readonly Candidate[]): Candidate[] => {
  const best = new Map<number, Candidate>();
  for (const candidate of candidates)
    if (!best.has(candidate.mask)) best.set(candidate.mask, candidate);
  return [...best.values()];
};

/** The best for all channels, then the best that has each other build in it. */
const chooseForAll = (
  candidates: readonly Candidate[],
  shelf: readonly PowerResistor[],
  channelCount: number,
  choiceCount: number,
): { choices: LoadChoice[]; isExhaustive: boolean } => {
  const search = new Search(bestOfEachMask(candidates), channelCount);
  const choices = new Map<string, LoadChoice>();
  const take = (found: readonly Candidate[] | null) => {
    if (!found) return;
    const build = found
      .map(({ report }) => buildOf(report.network, shelf))
      .sort()
      .join(" & ");
    if (!choices.has(build))
      choices.set(build, { channels: found.map(({ report }) => report), cost: totalCost(found) });
  };
  take(search.best(null));
  const { isExhaustive } = search;
  const byBuild = new Map<string, Candidate[]>();
  for (const candidate of candidates.slice(0, OTHERS_COUNT)) {
    const build = buildOf(candidate.report.network, shelf);
    byBuild.set(build, [...(byBuild.get(build) ?? []), candidate]);
  }
  for (const alike of [...byBuild.values()].slice(0, 4 * choiceCount)) take(search.best(alike));
  return {
    choices: [...choices.values()]
      .sort((left, right) => left.cost - right.cost)
      .slice(0, choiceCount),
    isExhaustive,
  };
};

/** Branch and bound over candidates in order of their cost. */
class Search {
  isExhaustive = true;
  private stepsLeft = MOST_STEPS_IN_ALL;

  constructor(
    private readonly candidates: readonly Candidate[],
    private readonly channelCount: number,
  ) {}

  /** The cheapest set of candidates that share no resistor; the first is one of `firsts` where that is given. */
  best(firsts: readonly Candidate[] | null): readonly Candidate[] | null {
    let best: readonly Candidate[] | null = null,
      bestCost = Infinity,
      steps = 0;
    const extend = (
      chosen: readonly Candidate[],
      mask: number,
      cost: number,
      from: number,
    ): void => {
      const missing = this.channelCount - chosen.length;
      if (missing === 0) {
        if (cost < bestCost) [best, bestCost] = [chosen, cost];
        return;
      }
      for (let k = from; k < this.candidates.length; k++) {
        const candidate = this.candidates[k];
        // Those after it cost no less, so neither does anything made of them.
        if (cost + missing * candidate.report.cost >= bestCost) return;
        if (++steps > MOST_STEPS || --this.stepsLeft < 0) return void (this.isExhaustive = false);
        if ((mask & candidate.mask) === 0)
          extend(
            [...chosen, candidate],
            mask | candidate.mask,
            cost + candidate.report.cost,
            k + 1,
          );
      }
    };
    if (firsts) for (const first of firsts) extend([first], first.mask, first.report.cost, 0);
    else extend([], 0, 0, 0);
    return best;
  }
}
