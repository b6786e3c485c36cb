import "server-only";
import {
  AMPLIFIER_KINDS,
  amplifierLine,
  amplifierName,
  SHELF_ORDERS,
  type Shelf,
  type ShelfView,
} from "@/records";
import { shelfPage } from "@/store";
import { database } from "./records";
import { summariesOf } from "./summaries";
import { pageTurn } from "./turns";

const PAGE_SIZE = 50;

/** A view as an address names it: `?find=&order=&down=&page=` (pages from 1). What makes no sense there is left out. */
const viewFrom = (asked: Record<string, string | string[] | undefined>): ShelfView => {
  const text = (name: string): string => String(asked[name] ?? "");
  const order = SHELF_ORDERS.find((each) => each === text("order"));
  const page = Math.floor(Number(text("page")));
  return {
    find: text("find").slice(0, 100).trim(),
    kind: AMPLIFIER_KINDS.find((each) => each === text("kind")) ?? null,
    order: order ?? "newest",
    descending: order ? text("down") === "1" : true,
    page: page >= 1 && page < 1e6 ? page - 1 : 0,
  };
};

/** One page of the shelf, as an address asks for it. */
export const readShelf = async (
  asked: Record<string, string | string[] | undefined>,
): Promise<Shelf> => {
  await pageTurn();
  const db = await database();
  const view = viewFrom(asked);
  const page = await shelfPage(db, { ...view, pageSize: PAGE_SIZE });
  const { entries } = page;
  const summaries = await summariesOf(
    db,
    entries.map(({ id }) => id),
  );
  // What this page has just looked at is counted with the others.
  const { counts } =
    page.counts.pending > 0 ? await shelfPage(db, { ...view, pageSize: PAGE_SIZE }) : page;
  return {
    view,
    counts,
    pageCount: Math.max(1, Math.ceil(counts.found / PAGE_SIZE)),
    rows: entries.map((entry) => ({
      id: entry.id,
      name: amplifierName(entry),
      line: amplifierLine(entry),
      kind: entry.kind,
      claim: summaries.get(entry.id)?.claim ?? null,
      counts: summaries.get(entry.id)?.counts ?? { claims: 0, judged: 0, kept: 0 },
      lastRunAt: entry.lastRunAt,
    })),
  };
};
