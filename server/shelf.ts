import "server-only";
import type { Knex } from "knex";
import {
  amplifierLine,
  amplifierName,
  viewFrom,
  type Shelf,
  type ShelfCounts,
  type ShelfFilter,
  type ShelfView,
} from "@/records";
import { claimTrends, type ClaimTrend } from "@/records/facts";
import { folded, passageOf, soughtWords } from "@/records/lookedFor";
import {
  countJudged,
  findAmplifier,
  findAnyAmplifier,
  findWritten,
  listLabels,
  refreshShelf,
  shelfCounts,
  shelfPage,
  type ShelfEntry,
} from "@/store";
import { database } from "./records";
import { summariesOf } from "./summaries";
import { pageTurn } from "./turns";

const PAGE_SIZE = 25;

/** One page of the shelf, as an address asks for it. */
export const readShelf = async (
  asked: Record<string, string | string[] | undefined>,
): Promise<Shelf> => {
  await pageTurn();
  const db = await freshShelf();
  const view = viewFrom(asked);
  const query = { ...view, pageSize: PAGE_SIZE };
  const page = await shelfPage(db, query);
  const { entries } = page;
  const ids = entries.map(({ id }) => id);
  const summaries = await summariesOf(db, view.place === "deleted" ? [] : ids);
  // What this page has just looked at is counted with the others.
  const counts = page.counts.pending > 0 ? await shelfCounts(db, view) : page.counts;
  const passages = await passagesOf(db, entries, view);
  return {
    view,
    counts,
    pageCount: Math.max(1, Math.ceil(counts.found / PAGE_SIZE)),
    labels: await listLabels(db),
    justDeleted: await deletedOf(db, String(asked.deleted ?? "")),
    rows: entries.map(({ maker, model, ...entry }) => ({
      ...entry,
      name: amplifierName({ maker, model }),
      line: amplifierLine(entry),
      claim: summaries.get(entry.id)?.claim ?? null,
      counts: summaries.get(entry.id)?.counts ?? { claims: 0, judged: 0, kept: 0 },
      found: passages.get(entry.id) ?? null,
    })),
  };
};

const deletedOf = async (db: Knex, id: string): Promise<Shelf["justDeleted"]> => {
  if (id === "" || (await findAmplifier(db, id))) return null;
  const amplifier = await findAnyAmplifier(db, id);
  return amplifier && { id, name: amplifierName(amplifier) };
};

/** The records, with what they are found and filed by as it is now. Records that can only be read are found by what they were. */
export const freshShelf = async (): Promise<Knex> => {
  const db = await database();
  await refreshShelf(db).catch(() => {});
  return db;
};

/** Where it stands what was looked for, of those whose name does not say it. */
const passagesOf = async (
  db: Knex,
  entries: readonly ShelfEntry[],
  { find }: Pick<ShelfFilter, "find">,
) => {
  const sought = soughtWords(find);
  // The name stands there anyway: the match is shown from the other texts.
  const beyond = new Map(
    entries.map((entry) => {
      const name = folded(amplifierName(entry));
      return [entry.id, sought.filter((word) => !name.includes(folded(word)))];
    }),
  );
  const written = await findWritten(
    db,
    [...beyond].flatMap(([id, words]) => (words.length > 0 ? [id] : [])),
  );
  return new Map(
    [...written].map(([id, places]) => [id, passageOf(places, beyond.get(id) ?? sought)]),
  );
};

/** How the claims came out of all amplifiers that an address asks for. */
export const readTrends = async (
  asked: Record<string, string | string[] | undefined>,
): Promise<{ view: ShelfView; counts: ShelfCounts; trends: ClaimTrend[] }> => {
  await pageTurn();
  const db = await freshShelf();
  const view = viewFrom(asked);
  const counts = await shelfCounts(db, view);
  return { view, counts, trends: claimTrends(await countJudged(db, view)) };
};
