import type { Knex } from "knex";

/**
 * What became of a change. A change names the revision that it was made from; where another has come in between, nothing is
 * changed, and what is there now is handed back, so that neither is lost.
 */
export type Changed<T> =
  | { outcome: "kept"; revision: number }
  | { outcome: "changed-meanwhile"; now: T; revision: number }
  | { outcome: "gone" };

/**
 * Changes one row if it still has the revision that was read; without one, whatever it has.
 * @param read makes what is there now of the row
 */
export const changeRevised = async <Row extends { revision: number }, T>(
  query: Knex.QueryBuilder<Row>,
  columns: object,
  expected: number | undefined,
  read: (row: Row) => T,
): Promise<Changed<T>> => {
  const row = (await query.clone().first()) as Row | undefined;
  if (!row) return { outcome: "gone" };
  if (expected !== undefined && expected !== row.revision)
    return { outcome: "changed-meanwhile", now: read(row), revision: row.revision };
  const revision = row.revision + 1;
  await query.clone().update({ ...columns, revision } as never);
  return { outcome: "kept", revision };
};
