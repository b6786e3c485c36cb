import { proportionInterval } from "@/core/uncertainty";
import type { ClaimOutcome } from "@/core/verdict";
import type { Amplifier } from "../amplifier";
import { AMPLIFIER_KINDS } from "../amplifierKinds";
import { groupOf } from "./verdictGroups";

/** Claims that a real bench has judged, counted by all that they are compared by. */
export type JudgedCount = {
  year: number | null;
  amplifierKind: Amplifier["kind"];
  price: number | null;
  claimKind: string;
  outcome: ClaimOutcome;
  count: number;
};

/** How the claims of one sort came out. */
export type TrendBin = {
  label: string;
  kept: number;
  missed: number;
  /** Measured, and neither: too close to call, or met under other conditions than were printed. */
  open: number;
  /** Of those that were decided, how many are kept, with 95 % confidence; null where none was. */
  share: { value: number; low: number; high: number } | null;
};

export type ClaimTrend = { title: string; bins: TrendBin[]; unknown: number };

const binOf = (label: string, rows: readonly JudgedCount[]): TrendBin => {
  const of = (group: ReturnType<typeof groupOf>) =>
    rows.reduce((sum, row) => (groupOf(row.outcome) === group ? sum + row.count : sum), 0);
  const [kept, missed, open] = [of("met"), of("missed"), of("open")];
  const decided = kept + missed;
  return {
    label,
    kept,
    missed,
    open,
    share: decided > 0 ? { value: kept / decided, ...proportionInterval(kept, decided) } : null,
  };
};

/** Rows by a key in the order of `ordered`; those without one are counted apart. */
const trendOf = <Key extends string | number>(
  title: string,
  rows: readonly JudgedCount[],
  keyOf: (row: JudgedCount) => Key | null,
  { ordered, labelOf }: { ordered(keys: Key[]): Key[]; labelOf(key: Key): string },
): ClaimTrend => {
  const byKey = new Map<Key, JudgedCount[]>();
  let unknown = 0;
  for (const row of rows) {
    const key = keyOf(row);
    if (key === null) {
      unknown += row.count;
      continue;
    }
    const alike = byKey.get(key);
    if (alike) alike.push(row);
    else byKey.set(key, [row]);
  }
  return {
    title,
    unknown,
    bins: ordered([...byKey.keys()]).map((key) => binOf(labelOf(key), byKey.get(key) ?? [])),
  };
};

const upwards = (keys: number[]): number[] => keys.toSorted((a, b) => a - b);

/** Prices in classes of about a factor of two: 100, 200, 500, 1000, ... each up to the next. */
const priceClass = (price: number): number => {
  const decade = 10 ** Math.floor(Math.log10(price));
  const step = [5, 2, 1].find((each) => price >= each * decade) ?? 1;
  return step * decade;
};
const nextClass = (price: number): number => {
  const leading = Math.round(price / 10 ** Math.floor(Math.log10(price)));
  return leading === 2 ? price * 2.5 : price * 2;
};

/** How many claims were kept, by the decade of the amplifier, its price, its kind, and what is claimed. */
export const claimTrends = (rows: readonly JudgedCount[]): ClaimTrend[] => [
  trendOf("By year", rows, ({ year }) => (year === null ? null : 10 * Math.floor(year / 10)), {
    ordered: upwards,
    labelOf: (decade) => `${decade}s`,
  }),
  trendOf("By price", rows, ({ price }) => (price ? priceClass(price) : null), {
    ordered: upwards,
    labelOf: (price) => `${price} to ${nextClass(price)}`,
  }),
  trendOf("By kind of amplifier", rows, ({ amplifierKind }) => amplifierKind, {
    ordered: (keys) => AMPLIFIER_KINDS.filter((kind) => keys.includes(kind)),
    labelOf: (kind) => kind,
  }),
  trendOf("By kind of claim", rows, ({ claimKind }) => claimKind, {
    ordered: (keys) => keys.toSorted(),
    labelOf: (kind) => kind.replaceAll("-", " "),
  }),
];
