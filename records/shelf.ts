import type { Amplifier } from "./amplifier";
import type { Outcome } from "@/core/verdict";

/** A claim as the shelf shows it: the worst of an amplifier's. */
export type ShelfClaim = {
  text: string;
  outcome: Outcome;
  sentence: string;
  isRehearsed: boolean;
  strip: { claimedWatts: number; value: number; plusMinus: number } | null;
};

/** How many claims there are, how many a real bench has said anything of, and how many are kept. */
export type ClaimCounts = { claims: number; judged: number; kept: number };

/** What the shelf shows of one amplifier. */
export type ShelfRow = {
  id: string;
  name: string;
  line: string;
  kind: string;
  /** The worst of its claims; null where there is none. */
  claim: ShelfClaim | null;
  counts: ClaimCounts;
  /** Moment of the newest run, UTC text. */
  lastRunAt: string | null;
};

export const SHELF_ORDERS = ["newest", "name", "kind", "margin", "last-run"] as const;
export type ShelfOrder = (typeof SHELF_ORDERS)[number];

/** Which part of the shelf is looked at, and in what order. */
export type ShelfView = {
  /** Words in maker, model or claim; empty for all. */
  find: string;
  /** Amplifiers of one kind; null for all. */
  kind: Amplifier["kind"] | null;
  order: ShelfOrder;
  descending: boolean;
  /** From 0. */
  page: number;
};

/** How the whole shelf stands, and how much of it is found. */
export type ShelfCounts = {
  amplifiers: number;
  found: number;
  judged: number;
  /** Those of them that keep all their claims. */
  met: number;
  /** Not looked at yet since something changed: the other counts may still grow. */
  pending: number;
};

/** One page of the shelf. */
export type Shelf = {
  view: ShelfView;
  rows: readonly ShelfRow[];
  counts: ShelfCounts;
  pageCount: number;
};
