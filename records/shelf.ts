import type { ClaimOutcome } from "@/core/verdict";
import type { Amplifier } from "./amplifier";
import { AMPLIFIER_KINDS } from "./amplifierKinds";
import type { Supply } from "./details";
import { SUPPLY_KINDS } from "./supplyKinds";

/** A claim as the shelf shows it: the worst of an amplifier's. */
export type ShelfClaim = {
  text: string;
  outcome: ClaimOutcome;
  sentence: string;
  /** Only the simulated bench has tested it. */
  isSimulated: boolean;
  /** The reading that decides, its margin, and the one under other conditions where it holds only there. */
  reading: string | null;
  margin: string | null;
  otherReading: string | null;
  strip: { claimedWatts: number; value: number; plusMinus: number } | null;
};

/** How many claims there are, how many a real bench has said anything of, and how many are kept. */
export type ClaimCounts = { claims: number; judged: number; kept: number };

/** For so many days what was deleted can be brought back. */
export const KEPT_DAYS = 30;

/** Where in an amplifier's records something is written, by what is said of it on screen. */
export const WRITTEN_PLACES = [
  "Brief",
  "Printed sheet",
  "Claims",
  "Runs",
  "Logbook",
  "Heat",
  "Verdict",
  "Sheet",
  "Labels",
] as const;
export type WrittenPlace = (typeof WRITTEN_PLACES)[number];

/** Some of what is written, with what was looked for set apart: every second part is it. */
export type Passage = { place: WrittenPlace; parts: readonly string[] };

/** What the shelf shows of one amplifier. */
export type ShelfRow = {
  id: string;
  name: string;
  line: string;
  kind: string;
  topology: string;
  year: number | null;
  channelCount: number;
  /** The worst of its claims; null where there is none. */
  claim: ShelfClaim | null;
  counts: ClaimCounts;
  /** The largest continuous power of one channel that is claimed. */
  claimedWatts: number | null;
  /** What it may honestly be called, by a real bench. */
  honestWatts: number | null;
  supplies: readonly string[];
  massKilograms: number | null;
  price: number | null;
  labels: readonly string[];
  createdAt: string;
  /** Moment of the newest run, UTC text. */
  lastRunAt: string | null;
  /** Moment of its deletion, UTC text; it can be brought back from then on for so many days. */
  deletedAt: string | null;
  /** Where it stands what was looked for, when that is not in its name. */
  found: Passage | null;
};

/** Columns of the shelf in their order: what each is called, what it is ordered by, and which are there until others are chosen. */
export const SHELF_COLUMNS = [
  { name: "name", label: "Amplifier", isUsual: true },
  { name: "kind", label: "Kind", isUsual: true },
  { name: "year", label: "Year", isUsual: false },
  { name: "topology", label: "Output stage", isUsual: false },
  { name: "channels", label: "Channels", isUsual: false },
  { name: "supply", label: "Supply", isUsual: false },
  { name: "claim", label: "Claim", isUsual: true },
  { name: "margin", label: "Measured against the claim", isUsual: true },
  { name: "kept", label: "Claims met", isUsual: false },
  { name: "honest", label: "Rating, W", isUsual: false },
  { name: "mass", label: "kg", isUsual: false },
  { name: "price", label: "Price", isUsual: false },
  { name: "labels", label: "Labels", isUsual: false },
  { name: "newest", label: "Added", isUsual: false },
  { name: "last-run", label: "Last run", isUsual: true },
] as const;
export type ShelfOrder = (typeof SHELF_COLUMNS)[number]["name"];
export const SHELF_ORDERS: readonly ShelfOrder[] = SHELF_COLUMNS.map(({ name }) => name);

/** How the worst of an amplifier's claims came out, as a filter: "open" is what a real bench left open, "not tested" what none has tried. */
export const SHELF_OUTCOMES = ["met", "missed", "open", "not-tested"] as const;
export type ShelfOutcome = (typeof SHELF_OUTCOMES)[number];

export const SHELF_PLACES = ["shelf", "archive", "deleted"] as const;
export type ShelfPlace = (typeof SHELF_PLACES)[number];

/** What may be bounded, each from and up to, both included. */
export const SHELF_BOUNDS = ["year", "watts", "price"] as const;
export type ShelfBound = (typeof SHELF_BOUNDS)[number];
export type Bounds = { from: number | null; to: number | null };

/** What is looked for. */
export type ShelfFilter = {
  /** Words that must all stand somewhere in what is written; empty for all. */
  find: string;
  place: ShelfPlace;
  kind: Amplifier["kind"] | null;
  outcome: ShelfOutcome | null;
  supply: Supply["kind"] | null;
  label: string | null;
  /** Watts are honest ones where those were measured, else as claimed. */
  bounds: Readonly<Record<ShelfBound, Bounds>>;
};

/** Which part of the shelf is looked at, and in what order. */
export type ShelfView = ShelfFilter & {
  order: ShelfOrder;
  descending: boolean;
  /** From 0. */
  page: number;
};

const ANY: Bounds = { from: null, to: null };
export const ALL_OF_THE_SHELF: ShelfView = {
  find: "",
  place: "shelf",
  kind: null,
  outcome: null,
  supply: null,
  label: null,
  bounds: { year: ANY, watts: ANY, price: ANY },
  order: "newest",
  descending: true,
  page: 0,
};

const LONGEST_FIND = 100;

/** A view as an address names it (`?find=&kind=&year-from=&order=&down=&page=`, pages from 1). What makes no sense there is left out. */
export const viewFrom = (asked: Record<string, string | string[] | undefined>): ShelfView => {
  const text = (name: string): string => String(asked[name] ?? "");
  const oneOf = <T extends string>(name: string, among: readonly T[]): T | null =>
    among.find((each) => each === text(name)) ?? null;
  const bound = (name: string): number | null => {
    const value = Number(text(name));
    return text(name).trim() !== "" && Number.isFinite(value) ? value : null;
  };
  const order = oneOf("order", SHELF_ORDERS);
  const page = Math.floor(Number(text("page")));
  return {
    find: text("find").slice(0, LONGEST_FIND).trim(),
    place: oneOf("on", SHELF_PLACES) ?? "shelf",
    kind: oneOf("kind", AMPLIFIER_KINDS),
    outcome: oneOf("outcome", SHELF_OUTCOMES),
    supply: oneOf("supply", SUPPLY_KINDS),
    label: text("label").trim() || null,
    bounds: Object.fromEntries(
      SHELF_BOUNDS.map((each) => [each, { from: bound(`${each}-from`), to: bound(`${each}-to`) }]),
    ) as ShelfView["bounds"],
    order: order ?? "newest",
    descending: order ? text("down") === "1" : true,
    page: page >= 1 && page < 1e6 ? page - 1 : 0,
  };
};

/** The query of an address for a view; defaults are left out. */
export const askedFor = (view: ShelfView): URLSearchParams => {
  const asked = new URLSearchParams();
  const { find, place, kind, outcome, supply, label, bounds, order, descending, page } = view;
  const texts = { find, kind, outcome, supply, label, on: place === "shelf" ? null : place };
  for (const [name, value] of Object.entries(texts)) if (value) asked.set(name, value);
  for (const each of SHELF_BOUNDS)
    for (const side of ["from", "to"] as const) {
      const value = bounds[each][side];
      if (value !== null) asked.set(`${each}-${side}`, String(value));
    }
  const isUsual = order === "newest" && descending;
  if (!isUsual) asked.set("order", order);
  if (!isUsual && descending) asked.set("down", "1");
  if (page > 0) asked.set("page", String(page + 1));
  return asked;
};

/** Whether a view leaves out anything that is there. */
export const isFiltered = ({ find, kind, outcome, supply, label, bounds }: ShelfFilter): boolean =>
  find !== "" ||
  [kind, outcome, supply, label].some((each) => each !== null) ||
  SHELF_BOUNDS.some((each) => bounds[each].from !== null || bounds[each].to !== null);

/** How the whole shelf stands, and how much of it is found. */
export type ShelfCounts = {
  amplifiers: number;
  /** What else the same filter finds, by where it is. */
  archive: number;
  deleted: number;
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
  /** All labels that are given, in the order of the alphabet. */
  labels: readonly string[];
  /** What was deleted a moment ago, and has not been brought back. */
  justDeleted: { id: string; name: string } | null;
};
