import type { Knex } from "knex";

/** The amplifiers that something of the workshop is used with: the first of them, those that were deleted last, and how many there are. */
export type WorkshopUsers = {
  first: { id: string; maker: string; model: string; isDeleted: boolean }[];
  count: number;
};

/** So many names are listed for each; the rest is counted. */
const MOST_SHOWN = 5;

/** Of all loads, or of all rigs, by their ids; what is not used is not among them. */
export const workshopUsers = async (
  db: Knex,
  of: "load" | "rig",
): Promise<Map<string, WorkshopUsers>> => {
  const uses = db(`${of}_uses`)
    .join("amplifiers", "amplifiers.id", `${of}_uses.amplifier_id`)
    .select("amplifiers.id", "maker", "model", "deleted_at", `${of}_id as of`)
    .select(
      db.raw(
        `row_number() OVER (PARTITION BY ${of}_id ORDER BY deleted_at IS NOT NULL, ${of}_uses.rowid) AS place, count(*) OVER (PARTITION BY ${of}_id) AS total`,
      ),
    );
  const rows: {
    of: string;
    id: string;
    maker: string;
    model: string;
    deleted_at: string | null;
    total: number;
  }[] = await db.from(uses.as("told")).where("place", "<=", MOST_SHOWN).orderBy(["of", "place"]);
  const users = new Map<string, WorkshopUsers>();
  for (const { of: thing, total, id, maker, model, deleted_at } of rows) {
    const known = users.get(thing) ?? { first: [], count: total };
    known.first.push({ id, maker, model, isDeleted: deleted_at !== null });
    users.set(thing, known);
  }
  return users;
};
