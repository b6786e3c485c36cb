import type { DistortionMeasure } from "../sweep";
import {
  printedBand,
  figuresOf,
  hasTerm,
  isFigures,
  loadsOf,
  type FiguresPart,
  type Part,
} from "./lineParts";
import type { PowerRating, StatedClaim } from "./types";

/** A stretch of the line that speaks of one figure of watts, and what stands in front of all such stretches. */
type Clause = { watts: FiguresPart; own: readonly Part[]; ahead: readonly Part[] };

/**
 * Claims of power. A line may hold several: "60 W into 8 ohm, 100 W into 4 ohm". What stands ahead of the first belongs
 * to all, and so does what stands outside brackets behind the last, where it is not said of each by itself.
 */
export const readPower = (
  line: readonly Part[],
): { stated: StatedClaim; said: readonly Part[] }[] | string => {
  const parts = withoutAside(line);
  const clauses = clausesOf(parts).filter(({ own }) => !isNotOutput(own));
  if (clauses.length === 0)
    return figuresOf(parts, "W").some(({ shape }) => shape === "range")
      ? "a recommended power range, not its output"
      : "no power given";
  const tail = clauses[clauses.length - 1].own.filter(({ depth }) => depth === 0);
  return [
    ...clauses.flatMap((clause) =>
      claimsOf(clause, tail).map((stated) => ({ stated, said: [...clause.ahead, ...clause.own] })),
    ),
    ...supplyOf(parts).map((stated) => ({ stated, said: parts })),
  ];
};

const isOutput = (part: Part): part is FiguresPart =>
  isFigures(part, "W") && part.shape !== "range" && part.values.every((watts) => watts > 0);

/** "50 W into 8 ohm, 0.1 % THD at 1 W": behind the first watts such a distortion has watts of its own, and is not a limit of theirs. */
const withoutAside = (parts: readonly Part[]): readonly Part[] => {
  const at = parts.findIndex(
    (part, k) =>
      isFigures(part, "%") &&
      hasTerm(parts.slice(k + 1, k + 2), "distortion", "distortion-and-noise") &&
      parts.slice(k + 2, k + 3).some(isOutput) &&
      parts.slice(0, k).some(isOutput),
  );
  return at < 0 ? parts : [...parts.slice(0, at), ...parts.slice(at + 3)];
};

const clausesOf = (parts: readonly Part[]): Clause[] => {
  const all = parts.flatMap((part, at) => (isOutput(part) ? [at] : []));
  // Watts in brackets are conditions, unless there are no others.
  const outside = all.filter((at) => parts[at].depth === 0);
  const places = outside.length > 0 ? outside : all;
  const starts = places.map((at, k) => startOf(parts, at, k === 0 ? 0 : places[k - 1] + 1));
  return places.map((at, k) => ({
    watts: parts[at] as FiguresPart,
    own: parts.slice(starts[k], starts[k + 1]),
    ahead: parts.slice(0, starts[0]),
  }));
};

/** A clause begins behind the last comma or the like before its watts, or right before them. */
const startOf = (parts: readonly Part[], watts: number, least: number): number => {
  let at = watts;
  while (at > least) {
    const before = parts[at - 1];
    const isColon = before.kind === "break" && before.sign === ":";
    if (before.kind === "figures" && !belongsToNext(parts[at])) break;
    if (before.kind === "break" && !isColon && !"=<>()".includes(before.sign)) break;
    if (before.depth > parts[watts].depth) break;
    at--;
  }
  return at;
};

/** "8 ohm: 60 W", "5 channels driven: 60 W": the figure in front goes with what follows. */
const belongsToNext = (part: Part): boolean =>
  (part.kind === "break" && ":=@".includes(part.sign)) ||
  (part.kind === "term" && part.term === "channels-driven");

/** Watts that go in, or that a speaker should stand. */
const isNotOutput = (own: readonly Part[]): boolean => {
  const watts = own.findIndex(isOutput);
  return hasTerm(own, "mains") || hasTerm(own.slice(0, watts), "speaker", "reference");
};

const claimsOf = ({ watts, own, ahead }: Clause, tail: readonly Part[]): StatedClaim[] => {
  const first = <Value>(read: (parts: readonly Part[]) => Value | null): Value | null =>
    read(own) ?? read(ahead) ?? read(tail);
  const limit = first(limitOf);
  const common = {
    distortionLimitRatio: limit?.ratio ?? null,
    distortionMeasure: limit ? (limit.measure ?? first(measureOf) ?? ("thd" as const)) : null,
  };
  const isBridged = hasTerm([...own, ...ahead], "bridged");
  const rating = ratingOf([...ahead, ...own]);
  const loads = first((parts) => (loadsOf(parts).length > 0 ? loadsOf(parts) : null)) ?? [];
  return casesOf(watts, loads).map((each) =>
    isBridged
      ? { kind: "bridged-power", ...each, ...common }
      : {
          kind: "power",
          ...each,
          channelsDriven: first((parts) => drivenOf(parts, watts.times)),
          ...common,
          band: first(printedBand),
          ...(rating && { rating }),
        },
  );
};

/** "130/220/310 W into 8/4/2 ohm" in pairs; one figure of watts holds for every load that is named. */
const casesOf = (
  { values }: FiguresPart,
  loads: readonly number[],
): { powerWatts: number; loadOhms: number | null }[] => {
  if (values.length > 1 && values.length === loads.length)
    return values.map((powerWatts, k) => ({ powerWatts, loadOhms: loads[k] }));
  return (loads.length > 0 ? loads : [null]).map((loadOhms) => ({
    powerWatts: values[0],
    loadOhms,
  }));
};

const RATINGS: readonly PowerRating[] = ["burst", "music", "peak", "total", "maximum"];

/** What a power is said to be where it is no continuous one. "0.1 % max." is said of the percentage. */
export const ratingOf = (parts: readonly Part[]): PowerRating | undefined => {
  const said = parts.filter((part, at) => !isOfPercentage(parts, at) || part.kind !== "term");
  return RATINGS.find((rating) => hasTerm(said, rating));
};

const isOfPercentage = (parts: readonly Part[], at: number): boolean => {
  const before = parts[at - 1];
  return before?.kind === "figures" && before.unit === "%";
};

const measureOf = (parts: readonly Part[]): DistortionMeasure | null => {
  if (hasTerm(parts, "distortion-and-noise")) return "thd-plus-noise";
  return hasTerm(parts, "distortion") ? "thd" : null;
};

/** The percentage that stands nearest to the word for distortion; without that word, one that is of nothing else. */
const limitOf = (
  parts: readonly Part[],
): { ratio: number; measure: DistortionMeasure | null } | null => {
  const places = parts.flatMap((part, at) =>
    part.kind === "term" && part.term.startsWith("distortion") ? [at] : [],
  );
  if (places.length === 0 && hasTerm(parts, "efficiency")) return null;
  const apart = (part: Part) => Math.min(...places.map((at) => Math.abs(at - parts.indexOf(part))));
  // "± 5 %" is a tolerance.
  const [percent] = figuresOf(parts, "%")
    .filter(({ sign }) => sign === "none")
    .toSorted((a, b) => (places.length === 0 ? 0 : apart(a) - apart(b)));
  return percent
    ? {
        ratio: Number((percent.values[percent.values.length - 1] / 100).toPrecision(12)),
        measure: measureOf(parts),
      }
    : null;
};

/** How many channels are driven, where it is said; "all" of "5 x 100 W" are five. */
const drivenOf = (parts: readonly Part[], times: number | null): number | null => {
  const at = parts.findIndex((part) => part.kind === "term" && part.term === "channels-driven");
  if (at < 0) return null;
  const before = parts[at - 1];
  if (before?.kind === "figures" && before.unit === null) return before.values[0];
  if (before?.kind !== "term") return null;
  if (before.term === "both") return 2;
  if (before.term === "one") return 1;
  return before.term === "all" ? times : null;
};

/** "300 W + 300 W max. (PSU 48 V / 10 A)" names its supply, too. */
const supplyOf = (parts: readonly Part[]): StatedClaim[] => {
  const at = parts.findIndex((part) => isFigures(part, "A"));
  const amperes = parts[at];
  const volts = parts.slice(Math.max(0, at - 2), at).find((part) => isFigures(part, "V"));
  return amperes?.kind === "figures" && volts?.kind === "figures" && volts.shape === "single"
    ? [{ kind: "supply", volts: volts.values[0], amperes: amperes.values[0] }]
    : [];
};
