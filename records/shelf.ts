import type { Verdict } from "@/core/verdict";

/** What the shelf shows of one amplifier. */
export type ShelfRow = {
  id: string;
  name: string;
  line: string;
  kind: string;
  /** The claim shown for this amplifier: its first. */
  claim: { text: string; powerWatts: number; verdict: Verdict } | null;
  moreClaims: number;
  /** Moment of the newest run, UTC text. */
  lastRunAt: string | null;
};

export const SHELF_ORDERS = ["newest", "name", "kind", "margin", "last-run"] as const;
export type ShelfOrder = (typeof SHELF_ORDERS)[number];

/** Which part of the shelf is looked at, and in what order. */
export type ShelfView = {
  /** Words in maker, model or claim; empty for all. */
  find: string;
  order: ShelfOrder;
  descending: boolean;
  /** From 0. */
  page: number;
};

/** How the whole shelf stands, and how much of it is found. */
export type ShelfCounts = { amplifiers: number; found: number; judged: number; met: number };

/** One page of the shelf. */
export type Shelf = {
  view: ShelfView;
  rows: readonly ShelfRow[];
  counts: ShelfCounts;
  pageCount: number;
};
